import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { createPortal } from "react-dom";
import { api, inWords, type Material, type SplitCupAsked, type SplitView, type Trial } from "../../../api/client";
import { keys, touch } from "../../../api/keys";
import { Field } from "../../../kit/Field";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import { quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";
import { useHouse } from "../../../shell/HouseContext";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import { day } from "../../../words/format";
import { Frame } from "./Frame";

type Cup = { name: string; asked: SplitCupAsked };

const usualCupG = 100;
const mostCups = 5;

/** One base, cups with one change each, and this trial as the control: planned to the gram before it is begun. */
export function SplitPanel({ trial, split, onBack }: { trial: Trial; split: string | null; onBack: () => void }) {
  const [begun, setBegun] = useState(split);
  return begun ? <Begun id={begun} onBack={onBack} /> : <Planned trial={trial} onBack={onBack} onBegun={setBegun} />;
}

function Planned({ trial, onBack, onBegun }: { trial: Trial; onBack: () => void; onBegun: (id: string) => void }) {
  const { units } = useHouse();
  const queries = useQueryClient();
  const [cups, setCups] = useState<readonly Cup[]>([]);
  const [grams, setGrams] = useState(() => quantity("mass", usualCupG, units));
  const [material, setMaterial] = useState<Material | null>(null);
  const [share, setShare] = useState("");
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const [command] = useState(() => crypto.randomUUID());
  const asked = cups.map((cup) => cup.asked);
  const cupG = grams.exact;
  const plan = useQuery({
    queryKey: keys.splitPlan(trial.id, [trial.revision, asked, cupG]),
    queryFn: () => api.planSplit(trial.id, asked, cupG ?? 0),
    enabled: cups.length > 0 && cupG !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const others = trial.trials.filter(
    (one) => one.id !== trial.id && !one.archivedAt && !cups.some((cup) => cup.asked.trial === one.id),
  );
  const add = (cup: Cup) => setCups((now) => [...now, cup]);
  const change = () => {
    if (!material || share.trim() === "") return;
    const here = trial.content.lines.find((line) => line.material === material.id);
    add({
      name: `${material.name} ${share}`,
      asked: {
        trial: null,
        intent: null,
        edits: [
          here
            ? { kind: "set_share", line: here.id, share, givesWay: "makeweight", from: null }
            : { kind: "add_line", material: material.id, share, at: null, givesWay: "makeweight", from: null },
        ] as SplitCupAsked["edits"],
      },
    });
    setMaterial(null);
    setShare("");
  };
  const begin = async () => {
    setBusy(true);
    setWrong("");
    try {
      await api.startSplit(trial.id, command, asked, cupG ?? 0);
      await touch(queries, "made");
      onBegun(command);
    } catch (error) {
      setWrong(inWords(error));
      setBusy(false);
    }
  };
  return (
    <Frame title="Split a base" onBack={onBack}>
      <p>What all cups have in common is made once; each then gets one change. Trial {trial.number} is the control.</p>
      <ol className="panel-list" aria-label="Cups">
        <li>
          <b>Trial {trial.number}</b> <span className="hint">the control</span>
        </li>
        {cups.map((cup) => (
          <li key={cup.name}>
            <b>{cup.name}</b>
            <button
              type="button"
              className="link"
              aria-label={`Take out ${cup.name}`}
              onClick={() => setCups(cups.filter((one) => one !== cup))}
            >
              Take out
            </button>
          </li>
        ))}
      </ol>
      {cups.length < mostCups && (
        <>
          {others.length > 0 && (
            <FormLine label="Another trial as a cup">
              <Pick
                label="Another trial as a cup"
                wide
                value=""
                options={[
                  { value: "", label: "Choose a trial…" },
                  ...others.map((one) => ({ value: String(one.id), label: `Trial ${one.number}: ${one.intent}` })),
                ]}
                onPick={(id) => {
                  const one = others.find((other) => String(other.id) === id);
                  if (one) add({ name: `Trial ${one.number}`, asked: { trial: one.id, intent: null, edits: null } });
                }}
              />
            </FormLine>
          )}
          <form
            className="panel-part"
            onSubmit={(event) => {
              event.preventDefault();
              change();
            }}
          >
            {material ? (
              <>
                <FormLine label={`${material.name} in this cup`}>
                  <Field
                    autoFocus
                    className="number"
                    placeholder="such as 8 % or 0"
                    value={share}
                    onChange={(event) => setShare(event.target.value)}
                  />
                </FormLine>
                <div className="button-row">
                  <Button size="small" htmlType="submit" disabled={share.trim() === ""}>
                    Add the cup
                  </Button>
                  <Button size="small" onClick={() => setMaterial(null)}>
                    Another material
                  </Button>
                </div>
              </>
            ) : (
              <MaterialCombobox
                label="A cup with a change of"
                quiet
                placeholder="A cup with a change of…"
                onChoose={setMaterial}
              />
            )}
          </form>
        </>
      )}
      <FormLine label="In each cup">
        <span>
          <QuantityField of={grams} units={units} aria-label="In each cup" onType={setGrams} />
        </span>
      </FormLine>
      {cups.length > 0 && cupG === null && <Wrong>Type how much goes into each cup.</Wrong>}
      {plan.error && <Wrong>{inWords(plan.error)}</Wrong>}
      {plan.data && !plan.error && cups.length > 0 && <Plan view={plan.data} />}
      {wrong && <Wrong>{wrong}</Wrong>}
      <div className="button-row">
        <Button
          type="primary"
          disabled={busy || cups.length === 0 || !plan.isSuccess || plan.isPlaceholderData}
          onClick={() => void begin()}
        >
          Begin it
        </Button>
      </div>
    </Frame>
  );
}

/** A split that was begun: what to weigh and the code of each cup. */
function Begun({ id, onBack }: { id: string; onBack: () => void }) {
  const asked = useQuery({ queryKey: keys.split(id), queryFn: () => api.split(id) });
  return (
    <Frame title="A split base" onBack={onBack}>
      {asked.error && <Wrong>{inWords(asked.error)}</Wrong>}
      {asked.data && (
        <>
          <Plan view={asked.data} />
          <div className="button-row">
            <Button onClick={() => window.print()}>Print it</Button>
          </div>
          {createPortal(
            <section className="print-sheet of-split" aria-hidden="true">
              <h1 className="title">A split base</h1>
              <Plan view={asked.data} />
            </section>,
            document.querySelector(".app") ?? document.body,
          )}
        </>
      )}
    </Frame>
  );
}

function Plan({ view }: { view: SplitView }) {
  const { units } = useHouse();
  const { plan } = view;
  const row = (line: SplitView["plan"]["base"][number]) => (
    <tr key={line.material}>
      <td>
        {line.name}
        {line.doubt && <div className="hint">{line.doubt}</div>}
      </td>
      <td className="number">{units.weight(line.grams)}</td>
    </tr>
  );
  return (
    <div className="split-plan">
      {plan.doubts.map((doubt) => (
        <p key={doubt} className="split-doubt">
          {doubt}
        </p>
      ))}
      <table className="plain-table" aria-label="The base">
        <caption>The base, {units.weight(plan.baseG)}</caption>
        <tbody>{plan.base.map(row)}</tbody>
      </table>
      {plan.cups.map((cup, i) => (
        <table key={cup.name} className="plain-table" aria-label={cup.name}>
          <caption>
            {view.codes[i] && <b className="lot">{view.codes[i]}</b>} {cup.name}
            {cup.isControl && ", the control"}
            {cup.change && <span className="hint"> {cup.change}</span>}
          </caption>
          <tbody>
            <tr>
              <td>Base</td>
              <td className="number">{units.weight(plan.partG)}</td>
            </tr>
            {cup.additions.map(row)}
          </tbody>
        </table>
      ))}
      <ol className="split-steps">
        {plan.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
    </div>
  );
}

/** The splits of a formula, to open again. */
export function Splits({ trial, onOpen }: { trial: Trial; onOpen: (id: string) => void }) {
  if (trial.splits.length === 0) return null;
  return (
    <>
      <h3 className="panel-part">Split bases</h3>
      <ul className="panel-list">
        {trial.splits.map((split) => (
          <li key={split.id}>
            <button type="button" className="link" onClick={() => onOpen(split.id)}>
              {day(split.startedAt)}: trials {split.cups.map((cup) => cup.number).join(", ")}
            </button>
            <span className="hint">cups {split.cups.map((cup) => cup.code).join(", ")}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
