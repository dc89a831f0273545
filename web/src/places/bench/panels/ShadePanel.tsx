import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Checkbox } from "antd";
import { useState } from "react";
import {
  type Assessment,
  type Chip,
  type FormulaEdit,
  type Trial,
  type WantedShade,
  api,
  inWords,
} from "../../../api/client";
import { keys } from "../../../api/keys";
import { ViewingCard } from "../../../instruments/axis/ViewingCard";
import { Field } from "../../../kit/Field";
import { upper } from "../../../words/format";
import { useWidth } from "../../../shell/useWidth";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { ShadeAxis, axisHeight } from "./ShadeAxis";
import { ShownButton } from "./ShownButton";
import "../../../instruments/ruler/ruler.css";
import "../../../instruments/axis/axis.css";

type Props = { trial: Trial; assessment: Assessment; acts: BenchActs; onParts: () => void; onBack: () => void };

const cardHeight = 110;
const potOf = (chips: readonly Chip[]) => chips.find((chip) => chip.name === "pot" || chip.name === "dry")?.overWhite;

/** The shade wished for, and the nearest that the pigments make: typed, or its three figures moved as pegs. */
export function ShadePanel({ trial, assessment, acts, onParts, onBack }: Props) {
  const chips = assessment.reading?.chips ?? [];
  const [wanted, setWanted] = useState<WantedShade>({ hex: potOf(chips) ?? "#C7655E" });
  const [typed, setTyped] = useState<string | null>(null);
  const [held, setHeld] = useState("");
  const [white, setWhite] = useState("");
  const [fromShelf, setFromShelf] = useState(false);
  const [error, setError] = useState("");
  const [ref, width] = useWidth<SVGSVGElement>(352);
  const answer = useQuery({
    queryKey: keys.shade([trial.content, wanted, fromShelf]),
    queryFn: () => api.shade(trial.content, wanted, fromShelf),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = answer.data;
  const refused = answer.error ? inWords(answer.error) : "";
  const move = (id: string) => (to: number) => {
    if (!found) return;
    const { lightness, chroma, hueDeg } = found.wanted;
    setTyped(null);
    setHeld(id);
    setWanted({
      lightness: id === "lightness" ? to : (wanted.lightness ?? lightness),
      chroma: id === "strength" ? to : (wanted.chroma ?? chroma),
      hueDeg: id === "hue" ? to : (wanted.hueDeg ?? hueDeg),
    });
  };
  /** A colour as it was read, by the card beside it where there is one. */
  const read = (hex: string, card = white): WantedShade => (card.trim() ? { hex, white: card.trim() } : { hex });
  const edits = (found?.edits ?? []) as FormulaEdit[];
  const use = async () => {
    if (refused || !found) return;
    if (edits.length === 0) return acts.say({ text: "The mix in hand is the nearest already." });
    const refusal = await acts.apply(edits, `${found.nearest.hex} mixed: ${found.effect || "done"}.`);
    setError(refusal?.line ?? "");
  };
  const swatch = (name: string, hex: string): Chip => ({ name, overWhite: hex, overGrey: hex });
  return (
    <Frame title="Wanted shade" onBack={onBack}>
      <svg
        ref={ref}
        className="ruler-picture shade-picture"
        width="100%"
        height={cardHeight + 3 * axisHeight}
        role="group"
        aria-label={found?.says ?? "Wanted shade"}
      >
        <ViewingCard
          chips={
            found
              ? [swatch("now", found.now.hex), swatch("wanted", found.wanted.hex), swatch("nearest", found.nearest.hex)]
              : []
          }
          touching
          left={0}
          right={width}
          top={0}
          height={cardHeight}
        />
        {found?.axes.map((axis, i) => (
          <ShadeAxis
            key={axis.id}
            axis={axis}
            top={cardHeight + i * axisHeight}
            width={width}
            held={held === axis.id}
            onMove={move(axis.id)}
          />
        ))}
      </svg>
      {refused && (
        <p className="field-error" role="alert">
          {refused}
        </p>
      )}
      {found && !refused && <p>{found.says}</p>}
      {found?.effect && !refused && edits.length > 0 && <p className="effect">{upper(found.effect)}</p>}
      <div className="panel-acts">
        <ShownButton acts={acts} edits={edits} found={found} onClick={() => void use()}>
          Use this mix
        </ShownButton>
        <Field
          aria-label="Wanted shade"
          className="number hex-field"
          maxLength={7}
          value={typed ?? found?.wanted.hex ?? wanted.hex ?? ""}
          onChange={(event) => {
            const text = event.target.value;
            setTyped(text);
            setHeld("");
            if (/^#[0-9a-f]{6}$/i.test(text.trim())) setWanted(read(text.trim()));
          }}
          onBlur={() => typed !== null && setWanted(read(typed))}
          onPressEnter={() => typed !== null && setWanted(read(typed))}
        />
      </div>
      <div className="panel-acts">
        <label>
          Read beside a white card, which reads{" "}
          <Field
            className="number hex-field"
            maxLength={7}
            placeholder="#F0EEEC"
            value={white}
            onChange={(event) => {
              const card = event.target.value;
              setWhite(card);
              // The colour read is the one typed; by its card it is another.
              setWanted(read(typed ?? wanted.hex ?? found?.wanted.hex ?? "", card));
            }}
          />
        </label>
      </div>
      <Checkbox checked={fromShelf} onChange={(event) => setFromShelf(event.target.checked)}>
        Pigments of my pantry may join
      </Checkbox>
      {error && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      <p>
        <button type="button" className="link" onClick={onParts}>
          Colour it in parts
        </button>
      </p>
      <p className="hint">A screen shows a colour only roughly: judge a smear beside white.</p>
    </Frame>
  );
}
