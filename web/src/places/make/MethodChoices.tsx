import { Button } from "antd";
import { useState } from "react";
import type { StartView } from "../../api/client";
import { Pick } from "../../kit/Pick";
import { type Method, useMethod } from "./useMethod";

/** Takes the smallest that the batch fits into. */
const asFits = "";

/** The way of making, and the questions on which makers differ. A made trial keeps its method: another begins the next trial. */
export function MethodChoices({ start }: { start: StartView }) {
  const { method, choose, said } = useMethod(start);
  const [open, setOpen] = useState(false);
  const other = start.schools.filter((one) => one.chosen !== one.school.options[0]?.id).length;

  return (
    <section className="method" aria-label="How it is made">
      <div className="method-line">
        <span>Way of making</span>
        {start.routes.length > 1 ? (
          <Pick
            label="Way of making"
            value={start.route as string}
            options={start.routes.map((one) => ({ value: one.route as string, label: one.name }))}
            onPick={(route) =>
              void choose(
                { ...method, route: route as Method["route"] },
                start.routes.find((one) => one.route === route)?.name ?? route,
              )
            }
          />
        ) : (
          <b>{start.routes.find((one) => one.route === start.route)?.name}</b>
        )}
        {start.kit.map((of) => (
          <Pick
            key={of.kind}
            label={of.asks}
            value={of.taken ?? asFits}
            options={[
              {
                value: asFits,
                label: `${of.asks}: ${of.options.find((one) => one.id === of.fits)?.name ?? "none"} fits`,
              },
              ...of.options.map((one) => ({
                value: one.id,
                label: `${one.name}${one.says ? `, ${one.says}` : ""}`,
              })),
            ]}
            onPick={(piece) => {
              const others = (method.kit ?? []).filter((id) => !of.options.some((one) => one.id === id));
              const words = of.options.find((one) => one.id === piece)?.name ?? "what fits";
              void choose({ ...method, kit: piece === asFits ? others : [...others, piece] }, `${of.asks}: ${words}`);
            }}
          />
        ))}
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          Where makers differ: {other === 0 ? "all as usual" : `${other} otherwise`}
        </Button>
      </div>
      {start.isMade && (
        <p className="hint">This trial has been made: another way of making begins the next trial from it.</p>
      )}
      {open &&
        start.schools.map(({ school, chosen }) => (
          <div key={school.id} className="method-school">
            <span>{school.question}</span>
            <Pick
              label={school.question}
              value={chosen}
              options={school.options.map((option) => ({ value: option.id, label: option.words }))}
              onPick={(option) => {
                const others = Object.entries(method.choices).filter(([id]) => id !== school.id);
                const usual = option === school.options[0]?.id;
                const choices = Object.fromEntries(usual ? others : [...others, [school.id, option]]);
                const words = school.options.find((one) => one.id === option)?.words ?? option;
                void choose({ ...method, choices }, `${school.question}: ${words}`);
              }}
            />
            <p className="hint">{school.why}</p>
          </div>
        ))}
      {said && (
        <p className="hint" role="status">
          {said}
        </p>
      )}
    </section>
  );
}
