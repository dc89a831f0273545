import { Button } from "antd";
import { memo, useSyncExternalStore } from "react";
import { useNavigate } from "react-router";
import { type Assessment, isConnected, onConnection, type Trial } from "../../api/client";
import { StepsBack } from "../../kit/StepsBack";
import { plural, time } from "../../words/format";
import { Facts } from "./Facts";
import type { Panel } from "./panels/Frame";
import type { BenchActs } from "./useBench";

type TitleProps = {
  trial: Trial;
  assessment: Assessment;
  underName: string | null;
  /** Changes that the server has not answered yet. */
  waiting: number;
  /** What was done last is no edit and can be taken back. */
  canGoBack: boolean;
  acts: BenchActs;
  onOpen: (panel: Panel) => void;
};

/** The title line of the bench: name, facts in one sentence, and whether all is kept. */
export const BenchTitle = memo(function BenchTitle({
  trial,
  assessment,
  underName,
  waiting,
  canGoBack,
  acts,
  onOpen,
}: TitleProps) {
  const connected = useSyncExternalStore(onConnection, isConnected);
  const away = waiting > 0 && !connected;
  return (
    <>
      <h1 className="title">
        <button type="button" className="openable plain" onClick={() => onOpen({ kind: "formulas" })}>
          {trial.formulaName}
        </button>
      </h1>
      <Facts trial={trial} assessment={assessment} underName={underName} onOpen={onOpen} />
      <span className="title-end">
        <span className={`saved-line ${away ? "stop" : ""}`} role={away ? "status" : undefined}>
          {away
            ? `Not saved yet: ${waiting} ${plural("change", waiting)}`
            : waiting
              ? "Saving…"
              : trial.madeAt
                ? ""
                : `Saved ${time(trial.changedAt)}`}
        </span>
        {!trial.madeAt && (
          <StepsBack
            undo={trial.undo ?? (canGoBack ? "" : null)}
            redo={trial.redo}
            onStep={(way) => void acts.step(way)}
          />
        )}
      </span>
    </>
  );
});

type BarProps = {
  trial: Trial;
  /** What lies under: another trial's id, a mix that was found, or nothing. */
  under: number | "mix" | null;
  next: number;
  acts: BenchActs;
  onPanel: (panel: Panel) => void;
  onLiftOff: (none: null) => void;
  onMake: () => void;
};

/** At most three actions, the main one last. */
export const BenchBar = memo(function BenchBar({ trial, under, next, acts, onPanel, onLiftOff, onMake }: BarProps) {
  const navigate = useNavigate();
  return (
    <div className="acts">
      {under === null ? (
        <>
          <Button onClick={() => onPanel({ kind: "trials" })}>Lay a trial under</Button>
          <Button onClick={() => acts.askIntent([])}>New trial</Button>
        </>
      ) : (
        <>
          {under === "mix" ? (
            <Button onClick={() => acts.askIntent([])}>Take it as trial {next}</Button>
          ) : (
            <Button onClick={() => navigate(`/bench/${under}?under=${trial.id}`)}>Swap</Button>
          )}
          <Button onClick={() => onLiftOff(null)}>Lift off</Button>
        </>
      )}
      <Button type="primary" disabled={trial.content.lines.length === 0} onClick={onMake}>
        Make this
      </Button>
    </div>
  );
});
