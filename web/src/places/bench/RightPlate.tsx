import { memo } from "react";
import { type Assessment, type FormulaEdit, type Trial } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { Findings } from "./Findings";
import { BackwardsPanel } from "./panels/BackwardsPanel";
import { BatchPanel } from "./panels/BatchPanel";
import { ColourPartsPanel } from "./panels/ColourPartsPanel";
import { CoolingPanel } from "./panels/CoolingPanel";
import { CostPanel } from "./panels/CostPanel";
import { GroupsPanel } from "./panels/GroupsPanel";
import { BalancePanel } from "./panels/BalancePanel";
import { OrderPanel } from "./panels/OrderPanel";
import { ParcelPanel } from "./panels/ParcelPanel";
import { RescuePanel } from "./panels/RescuePanel";
import { TopPanel } from "./panels/TopPanel";
import { FormulasPanel } from "./panels/FormulasPanel";
import type { Panel } from "./panels/Frame";
import { LeversPanel } from "./panels/LeversPanel";
import { MaterialPanel } from "./panels/MaterialPanel";
import { PourPanel } from "./panels/PourPanel";
import { ScentPanel } from "./panels/ScentPanel";
import { ShadePanel } from "./panels/ShadePanel";
import { SplitPanel } from "./panels/SplitPanel";
import { StandPanel } from "./panels/StandPanel";
import { TrialsPanel } from "./panels/TrialsPanel";
import { UsePanel } from "./panels/UsePanel";
import { WaterPanel } from "./panels/WaterPanel";
import { WhyPanel } from "./panels/WhyPanel";
import type { BenchActs } from "./useBench";

type Props = {
  trial: Trial;
  assessment: Assessment;
  panel: Panel;
  setPanel: (panel: Panel) => void;
  acts: BenchActs;
  onUnder: (trial: number | null) => void;
};

/** The findings, or the panel that was opened in their place. Rests while a boundary is held: it tells of what is kept. */
export const RightPlate = memo(function RightPlate({ trial, assessment, panel, setPanel, acts, onUnder }: Props) {
  const { materials } = useHouse();
  const back = () => setPanel(null);
  switch (panel?.kind) {
    case "material": {
      const index = trial.content.lines.findIndex((line) => line.id === panel.line);
      const line = trial.content.lines[index];
      return line ? (
        <MaterialPanel
          acts={acts}
          trial={trial}
          line={line}
          material={materials.get(line.material)}
          assessment={assessment}
          index={index}
          count={trial.content.lines.length}
          onBack={back}
        />
      ) : null;
    }
    case "trials":
      return (
        <TrialsPanel trial={trial} onUnder={onUnder} onSplit={(id) => setPanel({ kind: "split", id })} onBack={back} />
      );
    case "split":
      return <SplitPanel key={trial.id} trial={trial} split={panel.id} onBack={back} />;
    case "batch":
      return <BatchPanel acts={acts} trial={trial} assessment={assessment} onBack={back} />;
    case "pour":
      return <PourPanel acts={acts} trial={trial} assessment={assessment} onBack={back} />;
    case "cost":
      return <CostPanel trial={trial} assessment={assessment} onBack={back} />;
    case "use":
      return <UsePanel acts={acts} trial={trial} assessment={assessment} onBack={back} />;
    case "stand":
      return <StandPanel acts={acts} trial={trial} assessment={assessment} onBack={back} />;
    case "water":
      return <WaterPanel trial={trial} lamp={assessment.lamp} acts={acts} onBack={back} />;
    case "shade":
      return (
        <ShadePanel
          trial={trial}
          assessment={assessment}
          acts={acts}
          onParts={() => setPanel({ kind: "parts" })}
          onBack={back}
        />
      );
    case "parts":
      return <ColourPartsPanel key={trial.id} trial={trial} assessment={assessment} acts={acts} onBack={back} />;
    case "scent":
      return <ScentPanel key={trial.id} trial={trial} acts={acts} onBack={back} />;
    case "why":
      return <WhyPanel assessment={assessment} onBack={back} />;
    case "order":
      return <OrderPanel reading={assessment.reading} onBack={back} />;
    case "groups":
      return <GroupsPanel trial={trial} onTop={() => setPanel({ kind: "top" })} onBack={back} />;
    case "balance":
      return <BalancePanel trial={trial} acts={acts} onBack={back} />;
    case "backwards":
      return <BackwardsPanel trial={trial} acts={acts} onBack={back} />;
    case "cooling":
      return <CoolingPanel trial={trial} onBack={back} />;
    case "levers":
      return <LeversPanel trial={trial} acts={acts} onBack={back} />;
    case "parcel":
      return <ParcelPanel trial={trial} acts={acts} onBack={back} />;
    case "rescue":
      return <RescuePanel trial={trial} acts={acts} batch={panel.batch} onBack={back} />;
    case "top":
      return <TopPanel trial={trial} acts={acts} onBack={back} />;
    case "formulas":
      return <FormulasPanel trial={trial} acts={acts} onBack={back} />;
    default:
      return (
        <Findings
          assessment={assessment}
          onOpen={(kind) => setPanel(kind === "rescue" ? { kind, batch: null } : { kind })}
          setAside={trial.setAside}
          onShow={(remedy, by) => acts.dispatch({ kind: "show", edits: remedy.edits as FormulaEdit[], by })}
          onHide={acts.putBack}
          onApply={(remedy) => void acts.apply(remedy.edits as FormulaEdit[], `${remedy.label}: done.`)}
          onSetAside={(finding, reason) => acts.setAside(finding.id, reason, finding.numbers[0]?.value ?? null)}
          onTakeBack={(finding) => void acts.takeBack(finding)}
        />
      );
  }
});
