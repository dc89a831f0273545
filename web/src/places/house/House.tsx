import { useQueryClient } from "@tanstack/react-query";
import { Switch } from "antd";
import { useEffect, useState } from "react";
import { useLocation } from "react-router";
import { api, type HouseSettings, Refused } from "../../api/client";
import { keys, take, touch } from "../../api/keys";
import { type HouseChange, useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { BenchDevices } from "./BenchDevices";
import { Copy } from "./Copy";
import { Choice, NumberLine, TextLine } from "./fields";
import { Kit } from "./Kit";
import { Landmarks } from "./Landmarks";
import { Rooms } from "./Rooms";
import "./house.css";

type Workshop = HouseSettings["workshop"];

const workshop =
  (change: Partial<Workshop>): HouseChange =>
  (now) => ({ workshop: { ...now.workshop, ...change } });
const scale =
  (change: Partial<Workshop["scale"]>): HouseChange =>
  (now) => ({ workshop: { ...now.workshop, scale: { ...now.workshop.scale, ...change } } });
const schools =
  (change: Partial<Workshop["schools"]>): HouseChange =>
  (now) => ({ workshop: { ...now.workshop, schools: { ...now.workshop.schools, ...change } } });
const preferences =
  (change: Partial<HouseSettings["preferences"]>): HouseChange =>
  (now) => ({ preferences: { ...now.preferences, ...change } });

/** Units, scale, landmarks, workroom, look and keys; a copy of everything out and in. */
export function HousePage() {
  const { house, keep } = useHouse();
  const now = house.house;
  const queries = useQueryClient();
  const [said, setSaid] = useState("");
  const { hash } = useLocation();
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView?.();
  }, [hash]);
  const save = async (change: HouseChange, words: string) => {
    try {
      await keep(change);
      setSaid(words);
      return null;
    } catch (refused) {
      return refused instanceof Refused
        ? refused
        : new Refused(0, "", "Not saved: no connection.", "Try again when the workshop answers.", "");
    }
  };
  const room = async (workroomC: number) => {
    try {
      await api.readRoom(workroomC, now.workshop.humidityPercent ?? null);
      await touch(queries, "room");
      await touch(queries, "formula");
      setSaid("Saved.");
      return null;
    } catch (refused) {
      if (refused instanceof Refused) return refused;
      throw refused;
    }
  };

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
            label="Light"
            value={now.preferences.theme}
            options={{ day: "Day", night: "Night" }}
            onSave={(theme) => save(preferences({ theme }), `${theme === "day" ? "Day" : "Night"} light.`)}
          />
          <Choice
            label="Text size"
            value={String(now.preferences.textPercent)}
            options={{ 100: "100 %", 115: "115 %", 130: "130 %" }}
            onSave={(textPercent) =>
              save(preferences({ textPercent: Number(textPercent) }), `Text at ${textPercent} %.`)
            }
          />
          <div className="house-line">
            <label htmlFor="single-keys">Single letters as keys</label>
            <Switch
              id="single-keys"
              checked={now.preferences.singleKeys}
              onChange={(singleKeys) =>
                void save(
                  preferences({ singleKeys }),
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
            measure="mass"
            value={now.workshop.scale.resolutionG}
            onSave={(resolutionG) =>
              save(scale({ resolutionG: resolutionG ?? 0 }), "Weights are rounded to the new step.")
            }
          />
          <NumberLine
            label="Scale repeats within"
            measure="mass"
            optional
            value={now.workshop.scale.repeatabilityG ?? null}
            onSave={(repeatabilityG) => save(scale({ repeatabilityG }), "Saved.")}
          />
          <NumberLine
            label="Scale carries"
            measure="mass"
            optional
            value={now.workshop.scale.capacityG ?? null}
            onSave={(capacityG) => save(scale({ capacityG }), "Saved.")}
          />
          <NumberLine
            label="Workroom"
            measure="temperature"
            value={now.workshop.workroomC}
            onSave={(workroomC) => room(workroomC ?? 20)}
          />
          <TextLine
            label="Currency"
            value={now.workshop.currency}
            onSave={(currency) => save(workshop({ currency }), "Saved.")}
          />
          <NumberLine
            label="An hour of your hands"
            unit={now.workshop.currency}
            optional
            value={now.workshop.hourCost ?? null}
            onSave={(hourCost) => save(workshop({ hourCost }), "Saved.")}
          />
          <NumberLine
            label="A label"
            unit={now.workshop.currency}
            optional
            value={now.workshop.labelCost ?? null}
            onSave={(labelCost) => save(workshop({ labelCost }), "Saved.")}
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
          <h2 className="head" id="kit">
            Kit
          </h2>
          <p className="hint">
            What you work with. A batch is held against it before it begins; twenty drops or sprays on the scale tell
            what one weighs.
          </p>
          <Kit
            kit={now.workshop.kit}
            onSave={(kit, words) => save(workshop({ kit }), words)}
            onBrought={async (words) => {
              const house = await api.house();
              take(queries, keys.house, house);
              await touch(queries, "house");
              setSaid(words);
              return house.house.workshop.kit;
            }}
          />
        </section>

        <section>
          <h2 className="head">Rooms by month</h2>
          <p className="hint">
            Where things dry and stand. Usual figures count where none was read; drying is compared in each.
          </p>
          <Rooms rooms={now.workshop.rooms} onSave={(rooms, words) => save(workshop({ rooms }), words)} />
        </section>

        <section>
          <h2 className="head">Where makers differ</h2>
          <Choice
            label="A blend keeps as long as"
            value={now.workshop.schools.keeping}
            options={{ diluted: "its mix", weakest: "its weakest oil" }}
            onSave={(keeping) => save(schools({ keeping }), "Saved.")}
          />
          <Choice
            label="Water asks for a preservative"
            value={now.workshop.schools.water}
            options={{ always: "always", aw: "by its activity" }}
            onSave={(water) => save(schools({ water }), "Saved.")}
          />
          <Choice
            label="Scent limits of"
            value={now.workshop.schools.market}
            options={{ general: "good practice", eu_uk: "EU and UK" }}
            onSave={(market) => save(schools({ market }), "Saved.")}
          />
          <p className="hint">Other questions are told with both sides under “Why?” of the finding they touch.</p>
        </section>

        <section>
          <h2 className="head">Instruments of the bench</h2>
          <BenchDevices addresses={now.devices} onSave={(devices, words) => save(() => ({ devices }), words)} />
        </section>

        {house.isMadeUp && (
          <section>
            <h2 className="head">Clock of the made-up pantry</h2>
            <Choice
              label="It goes"
              value={house.clockSpeed > 1 ? "fast" : "usual"}
              options={{ usual: "as the wall clock", fast: "a minute each second" }}
              onSave={async (pace) => {
                try {
                  take(queries, keys.house, await api.setClock(pace === "fast" ? 60 : 1));
                  await queries.invalidateQueries();
                  setSaid(pace === "fast" ? "A minute goes by each second." : "It goes as usual again.");
                  return null;
                } catch (refused) {
                  if (refused instanceof Refused) return refused;
                  throw refused;
                }
              }}
            />
            <p className="hint">To look round: cooling, drying and setting run on, and every clock with them.</p>
          </section>
        )}

        <section>
          <h2 className="head">A copy of everything</h2>
          <Copy onSaid={setSaid} />
          <p className="hint">
            {house.isMadeUp ? "Made-up pantry" : "Your workshop"}, version {house.version}, kept in{" "}
            <span className="lot">{house.dataFile}</span>.
          </p>
          {house.told.length > 0 && (
            <div className="copy-preview" role="note">
              <p>At the last start:</p>
              <ul>
                {house.told.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </ul>
            </div>
          )}
        </section>
      </div>
      <p className="status-line" role="status">
        {said}
      </p>
    </Plates>
  );
}
