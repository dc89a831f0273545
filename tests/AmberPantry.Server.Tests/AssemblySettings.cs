// Some wait for a device or a clock meanwhile: one more than the cores of a small machine.
[assembly: CollectionBehavior(MaxParallelThreads = 3)]
