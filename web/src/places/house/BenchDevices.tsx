import type { DeviceState, HouseSettings, Refused } from "../../api/client";
import { useDevice } from "../../shell/devices";
import { TextLine } from "./fields";

type Addresses = HouseSettings["devices"];
type Props = { addresses: Addresses; onSave: (addresses: Addresses, words: string) => Promise<Refused | null> };

const lines = [
  { kind: "scale", label: "Scale" },
  { kind: "probe", label: "Thermometer" },
  { kind: "weather", label: "Weather" },
] as const;

/** Where the instruments speak, and how each stands now. */
export function BenchDevices({ addresses, onSave }: Props) {
  return (
    <>
      {lines.map(({ kind, label }) => (
        <div key={kind}>
          <TextLine
            label={`${label} on port`}
            value={addresses[kind] ?? ""}
            onSave={(address) =>
              onSave(
                { ...addresses, [kind]: address.trim() || null },
                address.trim() ? `${label}: looked for on port ${address.trim()}.` : `${label}: by hand.`,
              )
            }
          />
          <Standing kind={kind} />
        </div>
      ))}
      <p className="hint">
        Nothing has to be here: what an instrument would tell can always be typed. How one speaks stands in the file
        docs/devices.md that came with the program.
      </p>
    </>
  );
}

function Standing({ kind }: { kind: DeviceState["kind"] }) {
  const device = useDevice(kind);
  if (!device) return null;
  const { standing, name, says, counts } = device;
  return (
    <p className="hint">
      {standing === "moving" || standing === "settled" ? `${name} is there.` : says}
      {counts.garbled > 0 && ` ${counts.garbled} lines could not be read.`}
      {counts.lost > 0 && ` ${counts.lost} lines were lost on the way.`}
    </p>
  );
}
