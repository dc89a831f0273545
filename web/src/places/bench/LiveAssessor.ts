/**
 * Asks while something moves: at once when idle, then at most every `every` ms, always with the newest question.
 * An answer older than one already shown is dropped.
 */
export class LiveAssessor<Q, A> {
  private asked = 0;
  private shown = 0;
  private lastSent = Number.NEGATIVE_INFINITY;
  private waiting: Q | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(
    private readonly ask: (question: Q) => Promise<A>,
    private readonly show: (answer: A, question: Q) => void,
    private readonly fail: (error: unknown, question: Q) => void,
    private readonly every = 50,
    private readonly now: () => number = () => performance.now(),
  ) {}

  request(question: Q): void {
    this.waiting = question;
    if (this.timer !== null) return;
    const rest = this.every - (this.now() - this.lastSent);
    if (rest <= 0) this.send();
    else this.timer = setTimeout(() => this.send(), rest);
  }

  /** Forgets what is under way: no answer of a question asked before is shown any more. */
  cancel(): void {
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = null;
    this.waiting = null;
    this.shown = this.asked;
  }

  private send(): void {
    this.timer = null;
    const question = this.waiting;
    if (question === null) return;
    this.waiting = null;
    this.lastSent = this.now();
    const number = ++this.asked;
    this.ask(question).then(
      (answer) => {
        if (number <= this.shown) return;
        this.shown = number;
        this.show(answer, question);
      },
      (error: unknown) => {
        if (number <= this.shown) return;
        this.shown = number;
        this.fail(error, question);
      },
    );
  }
}
