import { useQueryClient } from "@tanstack/react-query";
import { Button, Segmented, Switch } from "antd";
import { useRef, useState } from "react";
import { api, type CopyPreview, type HouseSettings, type Landmark, Refused } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { readNumber } from "../../words/format";
import "./house.css";

/** Units, scale, landmarks, workroom, look and keys; a copy of everything out and in. */
export function HousePage() {
  const { house, units, keep } = useHouse();
  const now = house.house;
  const [said, setSaid] = useState("");
  const save = async (change: Partial<HouseSettings>, words: string) => {
    try {
      await keep(change);
      setSaid(words);
      return null;
    } catch (refused) {
      return refused instanceof Refused
        ? refused
        : new Refused(0, "", "Not kept: no connection.", "Try again when the workshop answers.", "");
    }
  };
  const workshop = (change: Partial<HouseSettings["workshop"]>) => ({ workshop: { ...now.workshop, ...change } });

  return (
    <Plates name="House" title={<h1 className="title">House</h1>}>
      <div className="scrolls house">
        <section>
          <h2 className="head">Units and look</h2>
          <Choice
            label="Temperature"
            value={now.workshop.temperature}
            options={{ celsius: "°C", fahrenheit: "°F" }}
            onSave={(temperature) => save(workshop({ temperature }), "Temperatures are shown so from now on.")}
          />
          <Choice
            label="Weight"
            value={now.workshop.weight}
            options={{ grams: "grams", ounces: "ounces" }}
            onSave={(weight) => save(workshop({ weight }), "Weights are shown so from now on.")}
          />
          <Choice
            label="Shift"
            value={now.preferences.theme}
            options={{ day: "Day", night: "Night" }}
            onSave={(theme) =>
              save({ preferences: { ...now.preferences, theme } }, `${theme === "day" ? "Day" : "Night"} shift.`)
            }
          />
          <Choice
            label="Text size"
            value={String(now.preferences.textPercent)}
            options={{ 100: "100 %", 115: "115 %", 130: "130 %" }}
            onSave={(textPercent) =>
              save(
                { preferences: { ...now.preferences, textPercent: Number(textPercent) } },
                `Text at ${textPercent} %.`,
              )
            }
          />
          <div className="house-line">
            <label htmlFor="single-keys">Single letters as keys</label>
            <Switch
              id="single-keys"
              checked={now.preferences.singleKeys}
              onChange={(singleKeys) =>
                void save(
                  { preferences: { ...now.preferences, singleKeys } },
                  singleKeys ? "Single letters act again." : "Single letters do nothing now.",
                )
              }
            />
          </div>
          <p className="hint">Press ? in any place for its keys.</p>
        </section>

        <section>
          <h2 className="head">Workroom, scale, money</h2>
          <NumberLine
            label="Scale step"
            unit="g"
            value={now.workshop.scale.resolutionG}
            onSave={(resolutionG) =>
              save(
                workshop({ scale: { ...now.workshop.scale, resolutionG: resolutionG ?? 0 } }),
                "Weights are rounded to the new step.",
              )
            }
          />
          <NumberLine
            label="Scale repeats within"
            unit="g"
            optional
            value={now.workshop.scale.repeatabilityG ?? null}
            onSave={(repeatabilityG) => save(workshop({ scale: { ...now.workshop.scale, repeatabilityG } }), "Kept.")}
          />
          <NumberLine
            label="Scale carries"
            unit="g"
            optional
            value={now.workshop.scale.capacityG ?? null}
            onSave={(capacityG) => save(workshop({ scale: { ...now.workshop.scale, capacityG } }), "Kept.")}
          />
          <NumberLine
            label="Workroom"
            unit={units.degree}
            temperature
            value={now.workshop.workroomC}
            onSave={(workroomC) => save(workshop({ workroomC: workroomC ?? 20 }), "Kept.")}
          />
          <TextLine
            label="Currency"
            value={now.workshop.currency}
            onSave={(currency) => save(workshop({ currency }), "Kept.")}
          />
        </section>

        <section>
          <h2 className="head">Landmarks</h2>
          <p className="hint">Temperatures with a name. Where stock lies, it should keep its shape.</p>
          <Landmarks
            landmarks={now.workshop.landmarks}
            onSave={(landmarks, words) => save(workshop({ landmarks }), words)}
          />
        </section>

        <section>
          <h2 className="head">Where makers differ</h2>
          <Choice
            label="A blend keeps as long as"
            value={now.workshop.schools.keeping}
            options={{ diluted: "its mix", weakest: "its weakest oil" }}
            onSave={(keeping) => save(workshop({ schools: { ...now.workshop.schools, keeping } }), "Kept.")}
          />
          <Choice
            label="Water asks for a preservative"
            value={now.workshop.schools.water}
            options={{ always: "always", aw: "by its activity" }}
            onSave={(water) => save(workshop({ schools: { ...now.workshop.schools, water } }), "Kept.")}
          />
          <Choice
            label="Scent limits of"
            value={now.workshop.schools.market}
            options={{ general: "good practice", eu_uk: "EU and UK" }}
            onSave={(market) => save(workshop({ schools: { ...now.workshop.schools, market } }), "Kept.")}
          />
          <p className="hint">Other questions are told with both sides under “Why?” of the finding they touch.</p>
        </section>

        <section>
          <h2 className="head">A copy of everything</h2>
          <Copy onSaid={setSaid} />
          <p className="hint">
            {house.isMadeUp ? "Made-up pantry" : "Your workshop"}, version {house.version}, kept in{" "}
            <span className="lot">{house.dataFile}</span>. Undo steps are not part of a copy.
          </p>
        </section>
      </div>
      <p className="status-line" role="status">
        {said}
      </p>
    </Plates>
  );
}

function Choice<Value extends string>({
  label,
  value,
  options,
  onSave,
}: {
  label: string;
  value: Value;
  options: Record<Value, string>;
  onSave: (value: Value) => Promise<Refused | null>;
}) {
  return (
    <div className="house-line">
      <span>{label}</span>
      <Segmented
        aria-label={label}
        value={value}
        options={(Object.entries(options) as [Value, string][]).map(([value, label]) => ({ label, value }))}
        onChange={(chosen) => void onSave(chosen)}
      />
    </div>
  );
}

type LineProps = {
  label: string;
  unit: string;
  value: number | null;
  optional?: boolean;
  temperature?: boolean;
  onSave: (value: number | null) => Promise<Refused | null>;
};

function NumberLine({ label, unit, value, optional, temperature, onSave }: LineProps) {
  const { units } = useHouse();
  const shown = value === null ? "" : temperature ? units.bareTemperature(value) : String(value);
  const [text, setText] = useState(shown);
  const [error, setError] = useState("");
  const [from, setFrom] = useState(shown);
  if (from !== shown) {
    setFrom(shown);
    setText(shown);
  }
  const done = async () => {
    if (text.trim() === shown) return setError("");
    const read = text.trim() === "" && optional ? null : temperature ? units.readTemperature(text) : readNumber(text);
    if (read === null && !(optional && text.trim() === ""))
      return setError(`“${text.slice(0, 40)}” is not a number. Type one such as ${shown || 3000}.`);
    const refused = await onSave(read);
    setError(refused?.line ?? "");
  };
  return (
    <div className="house-line">
      <label>
        <span>{label}</span>
        <span>
          <input
            className="text-field number"
            value={text}
            aria-invalid={error !== ""}
            onChange={(event) => setText(event.target.value)}
            onBlur={() => void done()}
            onKeyDown={(event) => event.key === "Enter" && void done()}
          />{" "}
          {unit}
        </span>
      </label>
      {error && (
        <span className="field-error" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}

function TextLine({
  label,
  value,
  onSave,
}: {
  label: string;
  value: string;
  onSave: (value: string) => Promise<Refused | null>;
}) {
  const [text, setText] = useState(value);
  const [error, setError] = useState("");
  const done = async () => {
    if (text === value) return;
    setError((await onSave(text))?.line ?? "");
  };
  return (
    <div className="house-line">
      <label>
        <span>{label}</span>
        <input
          className="text-field number"
          value={text}
          aria-invalid={error !== ""}
          onChange={(event) => setText(event.target.value)}
          onBlur={() => void done()}
          onKeyDown={(event) => event.key === "Enter" && void done()}
        />
      </label>
      {error && (
        <span className="field-error" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}

const kinds: Record<Landmark["kind"], string> = {
  storage: "stock lies here",
  workroom: "workroom",
  skin: "on skin",
  pot: "in the pot",
};

function Landmarks({
  landmarks,
  onSave,
}: {
  landmarks: Landmark[];
  onSave: (landmarks: Landmark[], words: string) => Promise<Refused | null>;
}) {
  const { units } = useHouse();
  const [rows, setRows] = useState(() =>
    landmarks.map((one) => ({
      ...one,
      text: units.bareTemperature(one.temperatureC),
      hoursText: one.hours == null ? "" : String(one.hours),
    })),
  );
  const [error, setError] = useState<{ row: number; text: string } | null>(null);
  const change = (i: number, part: Partial<(typeof rows)[number]>) =>
    setRows(rows.map((row, j) => (i === j ? { ...row, ...part } : row)));
  const save = async () => {
    const read: Landmark[] = [];
    for (const [i, row] of rows.entries()) {
      const temperatureC = units.readTemperature(row.text);
      const hours = row.hoursText.trim() === "" ? null : readNumber(row.hoursText);
      if (temperatureC === null)
        return setError({
          row: i,
          text: `${row.name || "This landmark"}: “${row.text.slice(0, 40)}” is not a temperature. Type one such as ${units.bareTemperature(20)}.`,
        });
      if (hours === null && row.hoursText.trim() !== "")
        return setError({
          row: i,
          text: `${row.name}: “${row.hoursText.slice(0, 40)}” is not a number of hours. Type one, or leave it empty.`,
        });
      read.push({ id: row.id, name: row.name, temperatureC, kind: row.kind, hours });
    }
    const refused = await onSave(read, "Landmarks kept.");
    setError(refused ? { row: Number(/\[(\d+)\]/.exec(refused.field)?.[1] ?? -1), text: refused.line } : null);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <table className="plain-table landmarks">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">{units.degree}</th>
            <th scope="col">What for</th>
            <th scope="col">Hours</th>
            <th scope="col">
              <span className="visually-hidden">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={row.id}>
              <td>
                <input
                  className="text-field"
                  aria-label={`Name of landmark ${i + 1}`}
                  aria-invalid={error?.row === i}
                  value={row.name}
                  onChange={(event) => change(i, { name: event.target.value })}
                />
              </td>
              <td>
                <input
                  className="text-field number"
                  aria-label={`Temperature of ${row.name}`}
                  aria-invalid={error?.row === i}
                  value={row.text}
                  onChange={(event) => change(i, { text: event.target.value })}
                />
              </td>
              <td>
                <select
                  className="text-field"
                  aria-label={`What ${row.name} stands for`}
                  value={row.kind}
                  onChange={(event) => change(i, { kind: event.target.value as Landmark["kind"] })}
                >
                  {Object.entries(kinds).map(([kind, words]) => (
                    <option key={kind} value={kind}>
                      {words}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                <input
                  className="text-field number"
                  aria-label={`Hours at ${row.name}`}
                  value={row.hoursText}
                  onChange={(event) => change(i, { hoursText: event.target.value })}
                />
              </td>
              <td>
                <button type="button" className="link" onClick={() => setRows(rows.filter((_, j) => j !== i))}>
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {error && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
      <div className="button-row">
        <Button htmlType="submit" type="primary">
          Keep the landmarks
        </Button>
        <Button
          disabled={rows.length >= 9}
          onClick={() =>
            setRows([
              ...rows,
              {
                id: `place-${Math.random().toString(36).slice(2, 8)}`,
                name: "",
                temperatureC: 28,
                kind: "storage",
                hours: null,
                text: "",
                hoursText: "",
              },
            ])
          }
        >
          Add one
        </Button>
      </div>
    </form>
  );
}

/** One JSON document out, one in: first what it would change, then all of it or nothing. */
function Copy({ onSaid }: { onSaid: (text: string) => void }) {
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const [preview, setPreview] = useState<CopyPreview | null>(null);
  const [error, setError] = useState("");
  const tell = (refused: unknown) =>
    setError(
      refused instanceof Refused ? `${refused.line}${refused.field ? ` (at ${refused.field})` : ""}` : String(refused),
    );
  return (
    <div>
      <div className="button-row">
        <a className="ant-btn ant-btn-default house-button" href="/api/house/copy" download>
          Take a copy
        </a>
        <Button onClick={() => file.current?.click()}>Bring a copy in</Button>
        <input
          ref={file}
          type="file"
          accept="application/json,.json"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="A copy of a workshop"
          onChange={async (event) => {
            const chosen = event.target.files?.[0];
            event.target.value = "";
            if (!chosen) return;
            const content = await chosen.text();
            setError("");
            setPreview(null);
            try {
              setPreview(await api.previewCopy(content));
              setText(content);
            } catch (refused) {
              tell(refused);
            }
          }}
        />
      </div>
      {error && (
        <p className="field-error" role="alert">
          {error} Nothing was changed.
        </p>
      )}
      {preview && text && (
        <div className="copy-preview">
          <p>
            <b>{preview.new}</b> new, <b>{preview.changed}</b> changed, <b>{preview.same}</b> the same. Nothing has been
            changed yet.
          </p>
          <ul>
            {preview.rows
              .filter((row) => row.change !== "same")
              .map((row) => (
                <li key={row.kind + row.name}>
                  <b>{row.change}</b> {row.kind === "house" ? "" : row.kind} {row.name}
                </li>
              ))}
          </ul>
          <div className="button-row">
            <Button
              type="primary"
              disabled={preview.new + preview.changed === 0}
              onClick={async () => {
                try {
                  await api.takeCopy(text);
                  setPreview(null);
                  setText(null);
                  await queries.invalidateQueries();
                  onSaid("The copy is in.");
                } catch (refused) {
                  tell(refused);
                }
              }}
            >
              Take it all in
            </Button>
            <Button
              onClick={() => {
                setPreview(null);
                setText(null);
              }}
            >
              Leave it
            </Button>
          </div>
        </div>
      )}
    </div>
  );
}
