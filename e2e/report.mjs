// Reads a JSON report of either test runner: "counts" gives passed and failed, "failures" what each failed test said.
import { readFileSync } from "node:fs";

const [, , wish, path] = process.argv;
const report = JSON.parse(readFileSync(path, "utf8"));
const plain = (text) => String(text).replace(/\u001b\[[0-9;]*m/g, "").split("\n").slice(0, 30).join("\n");

/** Every test of a suite of the browser tests, however deep. */
const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];

const failures = report.stats
  ? specs(report)
      .filter((spec) => !spec.ok)
      .map((spec) => [`${spec.file}:${spec.line} ${spec.title}`, ...spec.tests.flatMap((test) => test.results.flatMap((result) => result.errors.map((error) => plain(error.message))))])
  : report.testResults.flatMap((file) =>
      file.assertionResults.filter((test) => test.status === "failed").map((test) => [test.fullName, ...test.failureMessages.map(plain)]),
    );

if (wish === "counts") console.log(report.stats ? `${report.stats.expected + report.stats.flaky} ${report.stats.unexpected}` : `${report.numPassedTests} ${report.numFailedTests}`);
else for (const lines of failures) console.log(lines.join("\n") + "\n");
