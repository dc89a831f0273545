import { Button, Checkbox, Segmented } from "antd";
import { useState } from "react";
import { type Assessment, type FormulaLine, type Material, type Trial } from "../../../api/client";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import { useHouse } from "../../../shell/HouseContext";
import { narrow, phaseWords } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { useGroups } from "./GroupsPanel";
import { MyNames } from "./MyNames";
import { StrengthPart } from "./StrengthPart";
import { SwapPart } from "./SwapPart";

type MaterialProps = {
  acts: BenchActs;
  trial: Trial;
  line: FormulaLine;
  material: Material | undefined;
  assessment: Assessment;
  index: number;
  count: number;
  onBack: () => void;
};

export function MaterialPanel({ acts, trial, line, material, assessment, index, count, onBack }: MaterialProps) {
  const { units } = useHouse();
  const [sameFirmness, setSameFirmness] = useState(false);
  const told = useGroups(trial).data?.lines.find((one) => one.line === line.id);
  if (!material) return null;
  return (
    <Frame title={material.name} onBack={onBack}>
      <dl className="facts-list">
        {told && (
          <>
            <dt>In this base</dt>
            <dd>{told.says}</dd>
            {told.swatch && (
              <>
                <dt>By itself</dt>
                <dd>{told.swatch}</dd>
              </>
            )}
          </>
        )}
        <dt>INCI</dt>
        <dd>{material.inci}</dd>
        <dt>Usual rate</dt>
        <dd>
          {material.useMinPercent > 0 ? `${material.useMinPercent} to ` : "up to "}
          {material.useMaxPercent}
          {narrow}%
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
            <dd>{units.price(material.pricePerKg)}</dd>
          </>
        )}
        {material.tags.length > 0 && (
          <>
            <dt>Mind</dt>
            <dd>{material.tags.join(", ")}</dd>
          </>
        )}
      </dl>
      <div className="panel-part">
        <h3>Swap it for</h3>
        <SwapPart key={line.id} trial={trial} line={line} can={told?.swaps ?? []} acts={acts} />
        <MaterialCombobox
          label={`Swap ${material.name} for`}
          placeholder="A material…"
          exclude={[line.material]}
          onChoose={(other) =>
            void acts.apply([{ kind: "swap_material", line: line.id, material: other.id, sameFirmness }])
          }
        />
        <label className="check">
          <Checkbox checked={sameFirmness} onChange={(event) => setSameFirmness(event.target.checked)} /> keep the
          firmness at {units.temperature(20)}: the makeweight takes the difference
        </label>
      </div>
      <details className="panel-part">
        <summary>More about it</summary>
        <dl className="facts-list">
          <dt>Density</dt>
          <dd>
            {material.densityGMl}
            {narrow}g/ml at {units.temperature(25)}
          </dd>
          {material.alsoCalled.length > 0 && (
            <>
              <dt>Also called</dt>
              <dd>{material.alsoCalled.join(", ")}</dd>
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
      </details>
      <MyNames key={material.myNames.join()} material={material} />
      <div className="panel-part">
        <Segmented
          aria-label="Phase"
          value={line.phase}
          options={Object.entries(phaseWords).map(([value, label]) => ({ value, label }))}
          onChange={(phase) =>
            void acts.apply([{ kind: "set_phase", line: line.id, phase: phase as FormulaLine["phase"] }])
          }
        />
      </div>
      {material.hasStrength && <StrengthPart key={line.id} trial={trial} line={line} material={material} acts={acts} />}
      <div className="button-row panel-part">
        <Button size="small" onClick={() => void acts.apply([{ kind: "keep_line", line: line.id, kept: !line.kept }])}>
          {line.kept ? "Let it go" : "Keep it"}
        </Button>
        <Button
          size="small"
          disabled={assessment.makeweightLine === line.id}
          onClick={() => void acts.apply([{ kind: "choose_makeweight", line: line.id }])}
        >
          Make it the makeweight
        </Button>
        <Button
          size="small"
          disabled={index === 0}
          onClick={() => void acts.apply([{ kind: "move_line", line: line.id, to: index - 1 }])}
        >
          Move up
        </Button>
        <Button
          size="small"
          disabled={index === count - 1}
          onClick={() => void acts.apply([{ kind: "move_line", line: line.id, to: index + 1 }])}
        >
          Move down
        </Button>
        <Button
          size="small"
          onClick={() =>
            void acts.apply([{ kind: "remove_line", line: line.id }]).then((refused) => refused ?? onBack())
          }
        >
          Remove it
        </Button>
      </div>
    </Frame>
  );
}
