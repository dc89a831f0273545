import { useQuery } from "@tanstack/react-query";
import { Button, Segmented } from "antd";
import { type ReactNode, useState } from "react";
import { Link, useNavigate } from "react-router";
import { type Assessment, api, type FormulaLine, type Material, Refused, type Trial } from "../../api/client";
import { MaterialCombobox } from "../../shell/MaterialCombobox";
import { useHouse } from "../../shell/HouseContext";
import { day, narrow, percent, phaseWords, plural, readNumber } from "../../words/format";
import type { BenchActs } from "./useBench";

/** Which panel stands in the right plate in place of the findings. */
export type Panel =
  { kind: "material"; line: string } | { kind: "trials" | "batch" | "cost" | "pour" | "formulas" } | null;

function Frame({ title, onBack, children }: { title: string; onBack: () => void; children: ReactNode }) {
  return (
    <section className="panel" aria-label={title}>
      <div className="panel-head">
        <button type="button" className="link" onClick={onBack}>
          ‹ Findings
        </button>
        <h2 className="head">{title}</h2>
      </div>
      {children}
    </section>
  );
}

type MaterialProps = {
  acts: BenchActs;
  line: FormulaLine;
  material: Material | undefined;
  assessment: Assessment;
  index: number;
  count: number;
  onBack: () => void;
};

export function MaterialPanel({ acts, line, material, assessment, index, count, onBack }: MaterialProps) {
  const { units } = useHouse();
  const [sameFirmness, setSameFirmness] = useState(false);
  if (!material) return null;
  return (
    <Frame title={material.name} onBack={onBack}>
      <dl className="facts-list">
        <dt>INCI</dt>
        <dd>{material.inci}</dd>
        <dt>Usual rate</dt>
        <dd>
          {material.useMinPercent > 0 ? `${material.useMinPercent} to ` : "up to "}
          {material.useMaxPercent}
          {narrow}%
        </dd>
        <dt>Density</dt>
        <dd>
          {material.densityGMl}
          {narrow}g/ml at {units.temperature(25)}
        </dd>
        {material.heatCeilingC != null && (
          <>
            <dt>Keep below</dt>
            <dd>{units.temperature(material.heatCeilingC)}</dd>
          </>
        )}
        {material.pricePerKg != null && (
          <>
            <dt>Price</dt>
            <dd>{units.money(material.pricePerKg)} a kg</dd>
          </>
        )}
        {material.alsoCalled.length > 0 && (
          <>
            <dt>Also called</dt>
            <dd>{material.alsoCalled.join(", ")}</dd>
          </>
        )}
        {material.tags.length > 0 && (
          <>
            <dt>Mind</dt>
            <dd>{material.tags.join(", ")}</dd>
          </>
        )}
        <dt>Source</dt>
        <dd className="hint">{material.source}</dd>
        {material.lookAlikes.length > 0 && (
          <>
            <dt>Not the same</dt>
            {material.lookAlikes.map((other) => (
              <dd key={other.name} className="hint">
                {other.name}: {other.difference}
              </dd>
            ))}
          </>
        )}
      </dl>
      <div className="panel-part">
        <Segmented
          aria-label="Phase"
          value={line.phase}
          options={Object.entries(phaseWords).map(([value, label]) => ({ value, label }))}
          onChange={(phase) =>
            void acts.apply([{ kind: "set-phase", line: line.id, phase: phase as FormulaLine["phase"] }])
          }
        />
      </div>
      <div className="panel-part">
        <h3>Swap it for</h3>
        <MaterialCombobox
          label={`Swap ${material.name} for`}
          placeholder="A material…"
          exclude={[line.material]}
          onChoose={(other) =>
            void acts.apply([{ kind: "swap-material", line: line.id, material: other.id, sameFirmness }])
          }
        />
        <label className="check">
          <input type="checkbox" checked={sameFirmness} onChange={(event) => setSameFirmness(event.target.checked)} />{" "}
          keep the firmness at {units.temperature(20)}: the makeweight takes the difference
        </label>
      </div>
      <div className="button-row panel-part">
        <Button size="small" onClick={() => void acts.apply([{ kind: "keep-line", line: line.id, kept: !line.kept }])}>
          {line.kept ? "Let it go" : "Keep it"}
        </Button>
        <Button
          size="small"
          disabled={assessment.makeweightLine === line.id}
          onClick={() => void acts.apply([{ kind: "choose-makeweight", line: line.id }])}
        >
          Make it the makeweight
        </Button>
        <Button
          size="small"
          disabled={index === 0}
          onClick={() => void acts.apply([{ kind: "move-line", line: line.id, to: index - 1 }])}
        >
          Move up
        </Button>
        <Button
          size="small"
          disabled={index === count - 1}
          onClick={() => void acts.apply([{ kind: "move-line", line: line.id, to: index + 1 }])}
        >
          Move down
        </Button>
        <Button
          size="small"
          onClick={() =>
            void acts.apply([{ kind: "remove-line", line: line.id }]).then((refused) => refused ?? onBack())
          }
        >
          Remove it
        </Button>
      </div>
    </Frame>
  );
}

export function TrialsPanel({
  trial,
  onUnder,
  onBack,
}: {
  trial: Trial;
  onUnder: (id: number) => void;
  onBack: () => void;
}) {
  return (
    <Frame title={`Trials of ${trial.formulaName}`} onBack={onBack}>
      <ul className="panel-list">
        {[...trial.trials].reverse().map((one) => (
          <li key={one.id} aria-current={one.id === trial.id ? "true" : undefined}>
            <div>
              <b>Trial {one.number}</b> <span>{one.intent}</span>
              <div className="hint">
                {one.madeAt ? `made ${day(one.madeAt)}` : "not made yet"}, changed {day(one.changedAt)}
              </div>
            </div>
            {one.id !== trial.id && (
              <div className="button-row">
                <Link className="link" to={`/bench/${one.id}`}>
                  Open
                </Link>
                <button type="button" className="link" onClick={() => onUnder(one.id)}>
                  Lay under
                </button>
              </div>
            )}
          </li>
        ))}
      </ul>
      {trial.lots.length > 0 && (
        <p className="hint">
          Lots of trial {trial.number}: {trial.lots.join(", ")}.
        </p>
      )}
    </Frame>
  );
}

export function BatchPanel({
  acts,
  trial,
  assessment,
  onBack,
}: {
  acts: BenchActs;
  trial: Trial;
  assessment: Assessment;
  onBack: () => void;
}) {
  const { house, units } = useHouse();
  const containers = house.house.workshop.containers;
  const batch = trial.content.batch;
  const [counted, setCounted] = useState(batch.units != null);
  const [grams, setGrams] = useState(
    String(
      batch.units == null || units.mass === "g"
        ? units.mass === "g"
          ? batch.grams
          : units.bareWeight(batch.grams)
        : units.bareWeight(batch.grams),
    ),
  );
  const [count, setCount] = useState(String(batch.units ?? 12));
  const [container, setContainer] = useState(batch.container ?? containers[0]?.id ?? "");
  const [fill, setFill] = useState(String(batch.fillG ?? 50));
  const [loss, setLoss] = useState(String(batch.lossPercent));
  const [error, setError] = useState<{ field: string; text: string } | null>(null);

  const submit = async () => {
    const read = (field: string, text: string, mass = false) => {
      const value = mass ? units.readWeight(text) : readNumber(text);
      if (value === null)
        setError({ field, text: `“${text.slice(0, 40)}” is not a number. Type one such as 50 or 12,5.` });
      return value;
    };
    setError(null);
    const lossPercent = read("batch.lossPercent", loss || "0");
    if (lossPercent === null) return;
    if (counted) {
      const n = read("batch.units", count);
      const fillG = read("batch.fillG", fill);
      if (n === null || fillG === null) return;
      if (!Number.isInteger(n))
        return setError({ field: "batch.units", text: `${count} containers cannot be filled. Type a whole number.` });
      const refused = await acts.apply([
        { kind: "set-batch", batch: { grams: 0, units: n, container: container || null, fillG, lossPercent } },
      ]);
      if (refused) setError({ field: refused.field, text: refused.line });
    } else {
      const g = read("batch.grams", grams, true);
      if (g === null) return;
      const refused = await acts.apply([
        {
          kind: "set-batch",
          batch: { grams: Math.round(g * 100) / 100, units: null, container: null, fillG: null, lossPercent: 0 },
        },
      ]);
      if (refused) setError({ field: refused.field, text: refused.line });
    }
  };
  const field = (name: string, label: string, value: string, set: (text: string) => void, unit: string) => (
    <label className="form-field">
      <span>{label}</span>
      <span>
        <input
          className="text-field number"
          value={value}
          onChange={(event) => set(event.target.value)}
          aria-invalid={error?.field === name}
        />{" "}
        {unit}
      </span>
      {error?.field === name && (
        <span className="field-error" role="alert">
          {error.text}
        </span>
      )}
    </label>
  );
  const fine = assessment.smallestFineBatchG;
  return (
    <Frame title="Batch size" onBack={onBack}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Segmented
          aria-label="Batch by"
          value={counted ? "count" : "weight"}
          options={[
            { label: "By weight", value: "weight" },
            { label: "By containers", value: "count" },
          ]}
          onChange={(by) => setCounted(by === "count")}
        />
        {counted ? (
          <>
            {field("batch.units", "How many", count, setCount, "")}
            <label className="form-field">
              <span>Container</span>
              <select className="text-field" value={container} onChange={(event) => setContainer(event.target.value)}>
                {containers.length === 0 && <option value="">any container</option>}
                {containers.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </select>
            </label>
            {field("batch.fillG", "Net in each", fill, setFill, "g")}
            {field("batch.lossPercent", "Stays in pot and tools", loss, setLoss, "%")}
          </>
        ) : (
          field("batch.grams", "Whole batch", grams, setGrams, units.mass)
        )}
        <Button type="primary" htmlType="submit">
          Set the batch
        </Button>
      </form>
      {fine != null && (
        <p className="hint panel-part">
          With your {units.weight(house.house.workshop.scale.resolutionG)} scale every line is within 2 % from{" "}
          {units.roundWeight(fine)} on.
        </p>
      )}
    </Frame>
  );
}

export function PourPanel({
  acts,
  trial,
  assessment,
  onBack,
}: {
  acts: BenchActs;
  trial: Trial;
  assessment: Assessment;
  onBack: () => void;
}) {
  const { units } = useHouse();
  const [text, setText] = useState(trial.content.pourC == null ? "" : units.bareTemperature(trial.content.pourC));
  const [error, setError] = useState("");
  const from = assessment.pourFromC;
  const to = assessment.pourToC;
  return (
    <Frame title="Pouring" onBack={onBack}>
      {from != null && to != null && (
        <p>
          It turns cloudy at {units.temperature(assessment.clearC ?? 0)}. Pour between{" "}
          <b>{units.bareTemperature(from)}</b> and <b>{units.temperature(to)}</b>.
        </p>
      )}
      <form
        className="panel-part"
        onSubmit={async (event) => {
          event.preventDefault();
          const celsius = text.trim() === "" ? null : units.readTemperature(text);
          if (celsius === null && text.trim() !== "")
            return setError(
              `“${text.slice(0, 40)}” is not a temperature. Type one such as ${units.bareTemperature(60)}.`,
            );
          const refused = await acts.apply([{ kind: "set-pour", pourC: celsius }]);
          setError(refused?.line ?? "");
        }}
      >
        <label className="form-field">
          <span>Pour at</span>
          <span>
            <input
              className="text-field number"
              value={text}
              onChange={(event) => setText(event.target.value)}
              aria-invalid={error !== ""}
            />{" "}
            {units.degree}
          </span>
          {error && (
            <span className="field-error" role="alert">
              {error}
            </span>
          )}
        </label>
        <Button type="primary" htmlType="submit">
          Set it
        </Button>
      </form>
      <p className="hint">Leave it empty and the steps propose two degrees above the lower end.</p>
    </Frame>
  );
}

export function CostPanel({ trial, assessment, onBack }: { trial: Trial; assessment: Assessment; onBack: () => void }) {
  const { materials, units } = useHouse();
  const priced = trial.content.lines.filter((line) => materials.get(line.material)?.pricePerKg != null);
  return (
    <Frame title="Cost" onBack={onBack}>
      {assessment.cost.batchCost != null ? (
        <p>
          The batch costs <b>{units.money(assessment.cost.batchCost)}</b>
          {assessment.cost.unitCost != null && (
            <>
              , <b>{units.money(assessment.cost.unitCost)}</b> each with its container
            </>
          )}
          .
        </p>
      ) : (
        <p>No price is known yet for {assessment.cost.unpriced.join(", ") || "anything in the pot"}.</p>
      )}
      <table className="plain-table panel-part">
        <caption>Materials</caption>
        <tbody>
          {priced.map((line) => {
            const material = materials.get(line.material);
            return (
              <tr key={line.id}>
                <th scope="row">{material?.name}</th>
                <td>{percent(line.percent)} %</td>
                <td>
                  {units.money((trial.content.batch.grams * line.percent * (material?.pricePerKg ?? 0)) / 100_000)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="hint">Materials and containers only. Time, label and losses are not in it.</p>
    </Frame>
  );
}

export function FormulasPanel({
  trial,
  onBack,
  onRenamed,
}: {
  trial: Trial;
  onBack: () => void;
  onRenamed: () => void;
}) {
  const formulas = useQuery({ queryKey: ["formulas"], queryFn: api.formulas });
  const [name, setName] = useState(trial.formulaName);
  const [error, setError] = useState("");
  const navigate = useNavigate();
  return (
    <Frame title="Formulas" onBack={onBack}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          try {
            await api.renameFormula(trial.formulaId, name);
            setError("");
            onRenamed();
          } catch (refused) {
            setError(refused instanceof Refused ? refused.line : String(refused));
          }
        }}
      >
        <label className="form-field">
          <span>Name</span>
          <input
            className="text-field"
            value={name}
            onChange={(event) => setName(event.target.value)}
            aria-invalid={error !== ""}
          />
          {error && (
            <span className="field-error" role="alert">
              {error}
            </span>
          )}
        </label>
        <div className="button-row">
          <Button size="small" htmlType="submit" disabled={name === trial.formulaName}>
            Rename
          </Button>
          <Button size="small" onClick={() => navigate("/bench/new")}>
            Start a formula
          </Button>
        </div>
      </form>
      <ul className="panel-list panel-part">
        {formulas.data?.map((one) => (
          <li key={one.id} aria-current={one.id === trial.formulaId ? "true" : undefined}>
            <Link className="row-link" to={`/bench/${one.trial}`}>
              {one.name}
            </Link>
            <span className="hint">
              trial {one.trialNumber}, {day(one.changedAt)}
            </span>
          </li>
        ))}
      </ul>
    </Frame>
  );
}

/** The trial's facts as one sentence whose parts open. */
export function Facts({
  trial,
  assessment,
  underName,
  onOpen,
}: {
  trial: Trial;
  assessment: Assessment;
  underName: string | null;
  onOpen: (panel: Panel) => void;
}) {
  const { house, units } = useHouse();
  const batch = trial.content.batch;
  const container = house.house.workshop.containers.find((one) => one.id === batch.container);
  const unit = container?.unit ?? "container";
  return (
    <p className="facts">
      <button type="button" className="openable" onClick={() => onOpen({ kind: "trials" })}>
        trial {trial.number}
      </button>
      {underName && ` over ${underName}`} ·{" "}
      <button type="button" className="openable" onClick={() => onOpen({ kind: "batch" })}>
        {units.roundWeight(batch.grams)}
        {batch.units != null &&
          batch.fillG != null &&
          ` = ${batch.units} ${plural(unit, batch.units)} of ${units.roundWeight(batch.fillG)}`}
      </button>{" "}
      ·{" "}
      {assessment.clearC != null && (
        <>
          <button type="button" className="openable" onClick={() => onOpen({ kind: "pour" })}>
            {trial.content.pourC != null ? `pour at ${units.temperature(trial.content.pourC)}` : "pour when?"}
          </button>{" "}
          ·{" "}
        </>
      )}
      <button type="button" className="openable" onClick={() => onOpen({ kind: "cost" })}>
        {assessment.cost.unitCost != null
          ? `${units.money(assessment.cost.unitCost)} a ${unit}`
          : assessment.cost.batchCost != null
            ? `${units.money(assessment.cost.batchCost)} a batch`
            : "no price yet"}
      </button>
      {trial.madeAt && <span className="made"> · made {day(trial.madeAt)}</span>}
    </p>
  );
}
