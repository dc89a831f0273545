import { j, command, begin, browser, base } from "./.lib.mjs";
// batches of Slack Tide trial 6 and Pilot Light with the same mango lot
const finish = async (trial, below) => {
  let v = await begin(trial);
  for (const s of v.batch.steps) v = await command(v.id, { kind: "record_step", step: s.id, weighedG: s.targetG ?? null, temperatureC: s.targetG ? null : (s.toC ?? s.fromC ?? null), note: null });
  v = await command(v.id, { kind: "finish", units: 8, notes: null });
  if (v.said.slumpC) v = await command(v.id, { kind: "observe", what: "slump", value: Math.round((v.said.slumpC - below) * 2) / 2 });
  return v;
};
for (const [t, d] of [[13, 1], [13, 1.5], [14, 1], [7, 0], [7, -0.2], [13, 1]]) await finish(t, d).catch((e) => console.log(t, e.message));
const b = await browser();
const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${base}/logbook/learning`);
await page.waitForSelector(".learnt-axis");
await page.screenshot({ path: "/tmp/pic/learn1.png" });
await page.goto(`${base}/logbook/4`);
await page.waitForSelector(".look");
await page.screenshot({ path: "/tmp/pic/look1.png" });
await page.getByRole("button", { name: "All tests" }).click();
await page.screenshot({ path: "/tmp/pic/look2.png" });
await page.goto(`${base}/`);
await page.waitForTimeout(800);
await page.screenshot({ path: "/tmp/pic/today.png" });
await b.close();
