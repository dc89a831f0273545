import { beginBatch } from "../begin-batch";
import { expect, type Pantry, test } from "../pantry";

type Made = { id: number; revision: number };

/** As many kills as are asked for; if none is said, up to thirty, and past three only while there is time. */
const Asked = process.env.AMBER_KILLS;
const Kills = Number(Asked ?? 30);
const Least = Asked ? Kills : 3;
const Time = 10_000;

/** A writer that goes on until the server is gone; answers what was acknowledged last. */
async function write(pantry: Pantry, path: string, body: () => object, kept: (answer: unknown) => void): Promise<number> {
  for (let written = 0; ; written++) {
    const answer = await fetch(`${pantry.url}/api${path}`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body()) }).then(
      async (response) => ({ ok: response.ok, text: await response.text() }),
      // Gone before it answered, or in the middle of its answer: nothing was acknowledged.
    ).catch(() => null);
    if (!answer) return written;
    if (!answer.ok) throw new Error(`${path}: ${answer.text}`);
    kept(JSON.parse(answer.text));
  }
}

test("a server killed while it writes loses nothing that it acknowledged", async ({ loneOwn: own }) => {
  test.setTimeout(Time + Least * 20_000);
  const start = (name: string) => own.call<Made>("POST", "/formulas", { name, family: "balm", from: "usual" });
  const trial = await start("Writer");
  const batch = await beginBatch<Made>(own, (await start("Batch")).id);
  let share = 16;
  let saved = { revision: 0, share: 16 };
  let notes = "";
  let kept = "";
  let written = 0;
  let kills = 0;
  for (const begun = Date.now(); kills < Least || (kills < Kills && Date.now() - begun < Time); kills++) {
    const first = { edit: false, note: false };
    const writers = [
      write(
        own,
        `/trials/${trial.id}/edits`,
        () => ({ revision: saved.revision, command: crypto.randomUUID(), edits: [{ kind: "set_share", line: "L1", share: String((share = share === 16 ? 17 : 16)) }] }),
        (answer) => {
          first.edit = true;
          saved = { revision: (answer as Made).revision, share };
        },
      ),
      write(
        own,
        `/batches/${batch.id}/commands`,
        () => {
          const now = new Date().toISOString();
          notes = `${kills} ${notes.length < 2000 ? notes : ""}`;
          return { stamp: { id: crypto.randomUUID(), at: now, sentAt: now }, command: { kind: "write_notes", notes } };
        },
        () => {
          first.note = true;
          kept = notes;
        },
      ),
    ];
    // Killed in the middle of the stream: once each has been acknowledged, at another moment each time. A writer that was refused ends the test.
    const ended = Promise.all(writers);
    const gone = ended.then(() => Promise.reject(new Error("The server was gone before it was killed.")));
    while (!first.edit || !first.note) await Promise.race([gone, new Promise((done) => setTimeout(done, 3))]);
    gone.catch(() => undefined);
    await new Promise((done) => setTimeout(done, (kills * 37) % 90));
    await own.kill();
    written += (await ended).reduce((sum, one) => sum + one, 0);
    await own.start();

    // The last word of each may have been kept without its answer coming through; an earlier one may not be there instead.
    const after = await own.call<{ revision: number; content: { lines: { percent: number }[] } }>("GET", `/trials/${trial.id}`);
    expect([saved.revision, saved.revision + 1]).toContain(after.revision);
    if (after.revision === saved.revision) expect(after.content.lines[0]?.percent).toBe(saved.share);
    saved = { revision: after.revision, share: after.content.lines[0]?.percent ?? 0 };
    share = saved.share;
    const record = await own.call<{ batch: { notes: string } }>("GET", `/batches/${batch.id}`);
    expect([kept.trim(), notes.trim()]).toContain(record.batch.notes.trim());
    kept = notes = record.batch.notes;
  }
  expect(written).toBeGreaterThan(kills);
  console.log(`${kills} kills, ${written} acknowledged writes, none lost`);
});
