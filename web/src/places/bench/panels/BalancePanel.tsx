import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import { api, type FormulaEdit, inWords, Refused, type Trial, type Wish, type WishedMix } from "../../../api/client";
import { keys } from "../../../api/keys";
import { areaPath, hillHeight, linePath } from "../../../instruments/ruler/geometry";
import { Pick } from "../../../kit/Pick";
import { complaint } from "../../../kit/quantity";
import { useHouse } from "../../../shell/HouseContext";
import type { BenchActs } from "../useBench";
import { useShown } from "../useShown";
import { Frame } from "./Frame";
import { draftOf, freshWish, kindWords, type WishDraft, wishOf, WishRow } from "./WishRow";

type Props = { trial: Trial; acts: BenchActs; onBack: () => void };

/** Wishes in words with numbers, and the mixes that come nearest to them. */
export function BalancePanel({ trial, acts, onBack }: Props) {
  const { units } = useHouse();
  const [drafts, setDrafts] = useState<WishDraft[] | null>(null);
  const [asked, setAsked] = useState<Wish[] | null>(null);
  const [slips, setSlips] = useState<string[]>([]);
  const { shown, on } = useShown(acts);
  const results = useRef<HTMLDivElement>(null);
  const usual = useQuery({
    queryKey: keys.wishes([trial.content, null]),
    queryFn: () => api.wishes(trial.content, null),
    retry: false,
  });
  const answer = useQuery({
    queryKey: keys.wishes([trial.content, asked]),
    queryFn: ({ signal }) => api.wishes(trial.content, asked, signal),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  useEffect(() => {
    if (usual.data && drafts === null) setDrafts(usual.data.wishes.map((wish) => draftOf(wish, units)));
  }, [usual.data, drafts, units]);
  // What was found is brought into sight once.
  useEffect(() => {
    if (asked && answer.data) results.current?.scrollIntoView?.({ block: "nearest" });
  }, [asked, answer.data]);
  const refused = answer.error instanceof Refused ? answer.error : null;
  const at = refused ? Number(/^wishes\[(\d+)\]/.exec(refused.field)?.[1] ?? -1) : -1;
  const mixes = asked && !answer.error ? (answer.data?.mixes ?? []) : [];
  const readings =
    (mixes.find((mix) => mix.name === shown) ?? mixes[0])?.wishes ?? (asked === null ? usual.data?.now : undefined);
  // What was worked out for other wishes says nothing of these.
  const same = drafts !== null && JSON.stringify(asked ?? usual.data?.wishes) === JSON.stringify(drafts.map(wishOf));

  const look = () => {
    if (!drafts) return;
    const wrong = drafts.map((draft) => {
      const wish = freshWish(draft.kind);
      return (
        (wish.at !== null ? complaint(draft.at, wish.at, units) : "") ||
        (wish.value !== null ? complaint(draft.value, wish.value, units) : "")
      );
    });
    setSlips(wrong);
    if (wrong.every((slip) => slip === "")) setAsked(drafts.map(wishOf));
  };
  const change = (next: WishDraft[]) => {
    setSlips([]);
    setDrafts(next);
  };
  const more = (usual.data?.kinds ?? []).filter(
    (kind) => ["state_at", "leave_out", "grease_after"].includes(kind) || !drafts?.some((draft) => draft.kind === kind),
  );
  return (
    <Frame title="Balance for me" onBack={onBack}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          look();
        }}
      >
        <ul className="wishes">
          {drafts?.map((draft, i) => (
            <WishRow
              key={`${draft.kind}-${i}`}
              wish={draft}
              reading={same ? readings?.[i] : undefined}
              error={slips[i] || (same && at === i ? (refused?.line ?? "") : "")}
              onChange={(wish) => change(drafts.map((one, k) => (k === i ? wish : one)))}
              onRemove={() => change(drafts.filter((_, k) => k !== i))}
            />
          ))}
        </ul>
        <div className="panel-acts">
          <Pick<string>
            label="Another wish"
            value=""
            options={[
              { value: "", label: "Another wish…" },
              ...more.map((kind) => ({ value: kind as string, label: kindWords[kind] })),
            ]}
            onPick={(kind) => kind && change([...(drafts ?? []), draftOf(freshWish(kind as WishDraft["kind"]), units)])}
          />
          {answer.isFetching ? (
            <Button onClick={() => setAsked(null)}>Stop looking</Button>
          ) : (
            <Button type="primary" htmlType="submit" disabled={!drafts || drafts.length === 0}>
              Find mixes
            </Button>
          )}
        </div>
      </form>
      {answer.isFetching && (
        <p role="status" className="quiet">
          Trying mixes…
        </p>
      )}
      {usual.isError && <p className="field-error">{inWords(usual.error)}</p>}
      {asked && answer.error && at < 0 && (
        <p className="field-error" role="alert">
          {inWords(answer.error)}
        </p>
      )}
      {asked && !answer.error && answer.data && (
        <div ref={results}>
          <p role="status">{answer.data.says}.</p>
          <ul className="swap-list">
            {mixes.map((mix) => (
              <li key={mix.name}>
                <button
                  type="button"
                  className={`swap-option mix-option ${shown === mix.name ? "shown" : ""}`}
                  {...on(mix.name, mix.edits)}
                  onClick={() =>
                    void acts.apply(mix.edits as FormulaEdit[], `${mix.name}: taken.`).then(() => onBack())
                  }
                >
                  <MixPicture mix={mix} wishes={asked} />
                  <span>
                    <b>{mix.name}</b>
                    <b className="mix-figures">{mix.figures}</b>
                    <span className="swap-says">{mix.changes}</span>
                    {mix.givesUp && <span className="effect">Gives up: {mix.givesUp}</span>}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </Frame>
  );
}

const column = { width: 28, height: 74 };
const hill = { left: 40, width: 100, height: 54, fromC: -5, toC: 65 };

/** The layers of a mix and how it stands from −5 to 65 °C, with the temperatures that were wished. */
function MixPicture({ mix, wishes }: { mix: WishedMix; wishes: Wish[] }) {
  const { materials, units } = useHouse();
  const x = (celsius: number) =>
    hill.left + ((Math.min(hill.toC, celsius) - hill.fromC) / (hill.toC - hill.fromC)) * hill.width;
  let y = 0;
  const points: [number, number][] = (mix.curve?.firmnessKPa ?? [])
    .map((kPa, i): [number, number] => [
      (mix.curve?.firstC ?? 0) + i * (mix.curve?.stepC ?? 1),
      hill.height - Math.min(hill.height - 4, hillHeight(kPa, hill.height - 8)),
    ])
    .filter(([celsius]) => celsius <= hill.toC)
    .map(([celsius, top]) => [x(celsius), top]);
  const posts = wishes.flatMap((wish) =>
    (wish.kind === "state_at" || wish.kind === "stands_at") && wish.at != null ? [wish.at] : [],
  );
  return (
    <svg className="mix-picture" width="144" height="78" aria-hidden="true">
      {mix.formula.lines.map((line) => {
        const high = (line.percent / 100) * column.height;
        const top = y;
        y += high;
        return (
          <rect
            key={line.id}
            x="1"
            y={1 + top}
            width={column.width}
            height={high}
            fill={materials.get(line.material)?.colour ?? "#ccc"}
            className="mix-layer"
          />
        );
      })}
      <rect x="1" y="1" width={column.width} height={column.height} className="mix-frame" />
      {points.length > 0 && (
        <>
          <rect x={hill.left} y="0" width={hill.width} height={hill.height} className="mix-bed" />
          <path d={areaPath(points, hill.height)} className="mix-hill" />
          <path d={linePath(points)} className="hill-line" />
          <path d={`M${hill.left} ${hill.height}h${hill.width}`} className="axis" />
          {posts.map((celsius, i) => (
            <g key={`${celsius}-${i}`}>
              <path d={`M${x(celsius)} 0V${hill.height}`} className="stem" />
              <text x={x(celsius)} y={hill.height + 16} textAnchor="middle">
                {units.bareTemperature(celsius)}°
              </text>
            </g>
          ))}
        </>
      )}
    </svg>
  );
}
