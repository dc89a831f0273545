/** Answers kept in hand; the oldest go first. */
const mostKnown = 200;
/** Asked ahead at the same time, so that the newest question of the hand never waits for long. */
const atOnce = 2;

/**
 * Asks while something moves: at once when idle, then at most every `every` ms, always with the newest question.
 * An answer older than one already shown is dropped. What was asked ahead is shown in the very moment it is wanted.
 */
export class LiveAssessor<Q, A> {
  private asked = 0;
  private shown = 0;
  private lastSent = Number.NEGATIVE_INFINITY;
  private waiting: { key: string; question: Q } | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  /** By question; another one once all is forgotten, so that what comes late is not remembered. */
  private known = new Map<string, A>();
  private readonly underWay = new Set<string>();
  private queue: { key: string; question: Q }[] = [];

  constructor(
    private readonly ask: (question: Q) => Promise<A>,
    private readonly show: (answer: A, question: Q) => void,
    private readonly fail: (error: unknown, question: Q) => void,
    private readonly every = 50,
    private readonly now: () => number = () => performance.now(),
  ) {}

  request(question: Q): void {
    const key = JSON.stringify(question);
    const answer = this.known.get(key);
    if (answer !== undefined) {
      this.rest();
      this.shown = ++this.asked;
      this.show(answer, question);
      return;
    }
    this.waiting = { key, question };
    if (this.timer !== null) return;
    const rest = this.every - (this.now() - this.lastSent);
    if (rest <= 0) this.send();
    else this.timer = setTimeout(() => this.send(), rest);
  }

  /** Asks what may be wanted next, the likeliest first; what was to be asked ahead before is left. A failure is met when it is wanted. */
  ahead(questions: readonly Q[]): void {
    this.queue = questions
      .map((question) => ({ key: JSON.stringify(question), question }))
      .filter(({ key }) => !this.known.has(key) && !this.underWay.has(key));
    this.pump();
  }

  /** Forgets what is under way: no answer of a question asked before is shown any more. */
  cancel(): void {
    this.rest();
    this.shown = this.asked;
    this.queue = [];
    this.known = new Map();
  }

  private rest(): void {
    if (this.timer !== null) clearTimeout(this.timer);
    this.timer = null;
    this.waiting = null;
  }

  private pump(): void {
    while (this.underWay.size < atOnce) {
      const next = this.queue.shift();
      if (!next) return;
      this.underWay.add(next.key);
      const { known } = this;
      const done = () => {
        this.underWay.delete(next.key);
        this.pump();
      };
      this.ask(next.question).then((answer) => {
        keep(known, next.key, answer);
        done();
      }, done);
    }
  }

  private send(): void {
    this.timer = null;
    if (this.waiting === null) return;
    const { key, question } = this.waiting;
    this.waiting = null;
    this.lastSent = this.now();
    const number = ++this.asked;
    this.ask(question).then(
      (answer) => {
        if (number <= this.shown) return;
        this.shown = number;
        keep(this.known, key, answer);
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

function keep<A>(known: Map<string, A>, key: string, answer: A): void {
  known.set(key, answer);
  const [oldest] = known.keys();
  if (known.size > mostKnown && oldest !== undefined) known.delete(oldest);
}
