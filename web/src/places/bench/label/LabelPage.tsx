import { skipToken, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, inWords, type LabelFelt, Refused } from "../../../api/client";
import { keys, touch } from "../../../api/keys";
import { Area } from "../../../kit/Field";
import { FormLine } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import { useHouse } from "../../../shell/HouseContext";
import { Plates } from "../../../shell/Plates";
import { NameAndKind } from "../NameAndKind";
import { LabelTable } from "./LabelTable";
import { ShareBed } from "./ShareBed";
import { useLabel } from "./useLabel";
import "../../../instruments/ruler/ruler.css";
import "./label.css";

const states = ["brittle", "hard", "firm", "scoopable", "soft", "slumping", "liquid"] as const;

/** The list of a label read backward: what each share can be, and what no label tells. */
export function LabelPage() {
  const { label, change, retype, answer, list, error, clear } = useLabel();
  const { house, units } = useHouse();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [refused, setRefused] = useState<unknown>(null);
  const content = list?.content;
  const judged = useQuery({
    queryKey: keys.under(content),
    queryFn: content ? () => api.assess({ formula: content, parts: [], remedies: false }) : skipToken,
  });
  const take = async () => {
    if (!content) return;
    try {
      const made = await api.startFormula({ name: label.name, family: label.family, from: "mix", content });
      clear();
      await touch(queries, "formula");
      navigate(`/bench/${made.id}`);
    } catch (problem) {
      setRefused(problem);
    }
  };
  const places = house.house.workshop.landmarks.filter((place) => place.kind !== "pot");
  const felt = label.felt;
  const state: LabelFelt["state"] = felt?.state ?? "scoopable";
  const at =
    places.find((place) => place.temperatureC === felt?.atC) ??
    places.find((place) => place.kind === "workroom") ??
    places[0];
  const atName = refused instanceof Refused && refused.field === "name" ? refused.line : "";
  return (
    <Plates
      name="Bench"
      page="Read a list"
      title={
        <>
          <h1 className="title">Read a list</h1>
          <p className="facts">from the label of a product, to start your own</p>
          <div className="acts">
            <Button onClick={() => navigate(-1)}>Put it away</Button>
            <Button type="primary" aria-disabled={!content} onClick={() => void take()}>
              Start a trial from the middle
            </Button>
          </div>
        </>
      }
    >
      <div className="label-page scrolls">
        <section className="label-in" aria-label="The list">
          <FormLine label="As pasted" error={error ? inWords(error) : ""}>
            <Area
              rows={10}
              value={label.text}
              placeholder="Helianthus Annuus Seed Oil, Butyrospermum Parkii Butter, Cera Alba, Tocopherol"
              autoFocus
              aria-invalid={!!error}
              onChange={(event) => retype(event.target.value)}
            />
          </FormLine>
          {list && <p className="hint">{list.says}</p>}
          <NameAndKind
            asks="What will yours be called?"
            of={label}
            error={atName}
            onName={(name) => {
              setRefused(null);
              change({ name });
            }}
            onKind={(family) => change({ family })}
          />
        </section>
        {list && (
          <section className="label-read" aria-label="As read">
            <div className="label-beside">
              <LabelTable list={list} onAnswer={answer} />
              <ShareBed list={list} onLine={(onePercentAfter) => change({ onePercentAfter })} />
            </div>
            {refused !== null && !atName && (
              <p className="field-error" role="alert">
                {inWords(refused)}
              </p>
            )}
            <h2>What it cannot know</h2>
            <ul className="label-unknown">
              {list.cannotKnow.map((told) => (
                <li key={told}>{told}</li>
              ))}
            </ul>
            {content && judged.data && (
              <p>
                The middle: <b>{judged.data.assessment.headline}</b>
              </p>
            )}
            <div className="label-felt" role="group" aria-label="How it felt">
              <span>Say how it felt and the ranges narrow: it was</span>
              <Pick
                label="How it felt"
                value={state as string}
                options={states.map((word) => ({ value: word as string, label: word }))}
                onPick={(word) => at && change({ felt: { state: word as LabelFelt["state"], atC: at.temperatureC } })}
              />
              <Pick
                label="Where it felt so"
                value={at?.id ?? ""}
                options={places.map((place) => ({
                  value: place.id,
                  label: `at ${place.name}, ${units.temperature(place.temperatureC)}`,
                }))}
                onPick={(id) => {
                  const place = places.find((one) => one.id === id);
                  if (place) change({ felt: { state, atC: place.temperatureC } });
                }}
              />
              {felt ? (
                <Button onClick={() => change({ felt: null })}>Forget it</Button>
              ) : (
                <Button onClick={() => at && change({ felt: { state, atC: at.temperatureC } })}>It was so</Button>
              )}
            </div>
          </section>
        )}
      </div>
    </Plates>
  );
}
