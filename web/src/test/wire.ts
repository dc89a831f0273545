/** What stands in for the server: the typed client takes hold of fetch and Request when it is made, so this is read before it. */
type Reply = (body: unknown, address: URL) => unknown;

export class Refusal {
  constructor(
    readonly detail: string,
    readonly field = "",
    readonly remedy = "",
    readonly status = 400,
    readonly theirs?: unknown,
    readonly error = "E_RANGE",
  ) {}
}

class Wire {
  routes: Record<string, unknown> = {};
  /** Every call but the reading ones, as "POST /api/…" with its body. */
  sent: { call: string; body: unknown; type: string | null }[] = [];
  gone = false;

  /** Answers a call by its method and path; a function is given the body. */
  async answer(request: Request): Promise<Response> {
    if (this.gone) throw new TypeError("Failed to fetch");
    const address = new URL(request.url);
    const call = `${request.method} ${decodeURIComponent(address.pathname)}`;
    const text = await request.text();
    const body: unknown = request.headers.get("content-type")?.includes("json") && text ? JSON.parse(text) : text;
    if (request.method !== "GET") this.sent.push({ call, body, type: request.headers.get("content-type") });
    if (!(call in this.routes)) throw new Error(`Nobody answers ${call}.`);
    const route = this.routes[call];
    const told = typeof route === "function" ? await (route as Reply)(body, address) : route;
    const headers = { "content-type": "application/json" };
    if (!(told instanceof Refusal)) return new Response(JSON.stringify(told), { status: 200, headers });
    const { status, ...problem } = told;
    return new Response(JSON.stringify(problem), { status, headers });
  }

  /** What was sent to an address, newest last. */
  bodies(call: string): unknown[] {
    return this.sent.filter((one) => one.call === call).map((one) => one.body);
  }

  reset(routes: Record<string, unknown>) {
    this.routes = routes;
    this.sent = [];
    this.gone = false;
  }
}

// Pages share one set of modules, and the client keeps the fetch that it first saw: one wire for all of them.
const shared = globalThis as { sharedWire?: Wire };

export const wire = (shared.sharedWire ??= new Wire());

globalThis.fetch = (request) => wire.answer(request as Request);
// No live line: what devices say is told to the page by the test.
Reflect.deleteProperty(globalThis, "WebSocket");
globalThis.Request = class extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
  }
};
