import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import type { Assessment, Finding, Remedy, Trial } from "../../api/client";
import { Jar } from "../../instruments/glyphs";
import { useRoving } from "../../shell/useRoving";
import { plural, severities } from "../../words/format";
import { plain, Sentence } from "../../words/Sentence";
import { Field } from "../../kit/Field";
import { Wrong } from "../../kit/FormLine";
import { useRefused } from "../../kit/useRefused";

type Props = {
  assessment: Assessment;
  setAside: Trial["setAside"];
  onShow: (remedy: Remedy, by: "keys" | "pointer") => void;
  onHide: () => void;
  onApply: (remedy: Remedy, finding: Finding) => void;
  onSetAside: (finding: Finding, reason: string) => Promise<void>;
  onTakeBack: (finding: string) => void;
  onOpen: (panel: "balance" | "backwards" | "rescue" | "parcel") => void;
};

/** How many of each: "1 fix · 2 watch · 8 notes". */
export function countFindings(findings: Finding[]): string {
  return (["stop", "fix", "watch", "note"] as const)
    .map((severity) => [findings.filter((finding) => finding.severity === severity).length, severity] as const)
    .filter(([count]) => count > 0)
    .map(
      ([count, severity]) =>
        `${count} ${severity === "note" || severity === "stop" ? plural(severity, count) : severity}`,
    )
    .join(" · ");
}

export function Findings({ assessment, setAside, onOpen, ...acts }: Props) {
  const rows = useRoving<HTMLUListElement>("li");
  const open = assessment.findings.filter((finding) => !finding.rests);
  const resting = assessment.findings.filter((finding) => finding.rests);
  return (
    <>
      <div className="region-head">
        <h2 className="head" id="findings">
          Findings
        </h2>
        <span className="quiet">{countFindings(open)}</span>
      </div>
      <p className="finding-answers">
        <button type="button" className="link" onClick={() => onOpen("balance")}>
          Balance for me
        </button>
        <button type="button" className="link" onClick={() => onOpen("backwards")}>
          Work backwards
        </button>
        <button type="button" className="link" onClick={() => onOpen("rescue")}>
          Rescue the pot
        </button>
        <button type="button" className="link" onClick={() => onOpen("parcel")}>
          Send a parcel
        </button>
      </p>
      <p className="headline">{assessment.headline}</p>
      {open.length === 0 && <p className="finding-none">Nothing to mend in this trial.</p>}
      <ul className="findings" {...rows}>
        {open.map((finding) => (
          <FindingItem key={finding.id} finding={finding} {...acts} />
        ))}
      </ul>
      {assessment.checks.length > 0 && (
        <details className="resting">
          <summary>
            {assessment.checks.length} {plural("check", assessment.checks.length)} to make on the first ones
          </summary>
          <ul>
            {assessment.checks.map((check) => (
              <li key={check.id}>
                {check.do}: <b>{check.sees}</b>. <span className="quiet">{check.why}.</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {resting.length > 0 && (
        <details className="resting">
          <summary>{resting.length} set aside</summary>
          <ul>
            {resting.map((finding) => (
              <li key={finding.id}>
                <Sentence text={finding.sentence} />{" "}
                <span className="quiet">“{setAside.find((one) => one.finding === finding.id)?.reason}”</span>{" "}
                <button type="button" className="link" onClick={() => acts.onTakeBack(finding.id)}>
                  Take it back
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function FindingItem({
  finding,
  onShow,
  onHide,
  onApply,
  onSetAside,
}: { finding: Finding } & Omit<Props, "assessment" | "setAside" | "onTakeBack" | "onOpen">) {
  const [shown, setShown] = useState<string | null>(null);
  const [why, setWhy] = useState(false);
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState("");
  const refused = useRefused();
  const item = useRef<HTMLLIElement>(null);
  const [scrolls, setScrolls] = useState(false);
  // By keys the effect line is brought into view; under a pointer nothing may move.
  useEffect(() => {
    if (shown && scrolls && item.current?.matches(":has(:focus-visible)"))
      item.current.scrollIntoView({ block: "nearest" });
  }, [shown, scrolls]);
  const effect = finding.remedies.find((remedy) => remedy.id === shown)?.effect;
  return (
    <li ref={item} className={`finding finding-${finding.severity}`} data-finding={finding.id}>
      <Jar severity={finding.severity} />
      <div>
        <p>
          <b className="severity">{severities[finding.severity]}</b> <Sentence text={finding.sentence} />{" "}
          <button
            type="button"
            className="why-button"
            aria-expanded={why}
            aria-controls={`why-${finding.id}`}
            aria-label={`Why? ${plain(finding.sentence)}`}
            onClick={() => setWhy(!why)}
          >
            Why?
          </button>
        </p>
        {finding.advice && <p className="hint">{finding.advice}</p>}
        {finding.remedies.length > 0 && (
          <div className="button-row">
            {finding.remedies.map((remedy) => (
              <Button
                key={remedy.id}
                size="small"
                data-remedy={remedy.id}
                onMouseEnter={() => {
                  setShown(remedy.id);
                  onShow(remedy, "pointer");
                }}
                onMouseLeave={() => {
                  setShown(null);
                  onHide();
                }}
                onFocus={() => {
                  setShown(remedy.id);
                  setScrolls(true);
                  onShow(remedy, "keys");
                }}
                onBlur={() => {
                  setShown(null);
                  onHide();
                }}
                onClick={() => onApply(remedy, finding)}
              >
                {remedy.label}
              </Button>
            ))}
          </div>
        )}
        {effect && (
          <p className="effect" aria-live="polite">
            {effect}
          </p>
        )}
        {why && (
          <div className="why" id={`why-${finding.id}`}>
            <p className="hint">{finding.because}</p>
            {finding.schools.map((school) => (
              <p key={school.id} className="hint school">
                <b>{school.question}</b>
                Some say: {school.one} Others: {school.other} Here: {school.settled}
              </p>
            ))}
            {asking ? (
              <form
                onSubmit={(event) => {
                  event.preventDefault();
                  onSetAside(finding, reason).then(() => setAsking(false), refused.take);
                }}
              >
                <Field
                  aria-label="Reason for setting it aside"
                  placeholder="Because…"
                  value={reason}
                  aria-invalid={refused.of("reason") !== ""}
                  onChange={(event) => {
                    setReason(event.target.value);
                    refused.clear();
                  }}
                />
                <Button size="small" htmlType="submit" disabled={reason.trim() === ""}>
                  Set aside
                </Button>
                {refused.beside() && <Wrong>{refused.beside()}</Wrong>}
              </form>
            ) : (
              <button type="button" className="link small" onClick={() => setAsking(true)}>
                Set it aside
              </button>
            )}
          </div>
        )}
      </div>
    </li>
  );
}
