import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { api, inWords, Refused } from "../api/client";
import { keys, take, touch } from "../api/keys";
import { useHouse } from "../shell/HouseContext";
import { narrow } from "../words/format";
import { complaint, isTaken, quantity } from "./quantity";
import { QuantityField } from "./QuantityField";

type Props = { room: { workroomC: number; humidityPercent: number | null }; onDone: (said: string) => void };

/** The air of the workroom, read anew. */
export function RoomForm({ room: was, onDone }: Props) {
  const { house, units } = useHouse();
  const queries = useQueryClient();
  const [room, setRoom] = useState(() => quantity("temperature", was.workroomC, units));
  const [humidity, setHumidity] = useState(() => quantity("number", was.humidityPercent, units));
  const [error, setError] = useState<{ field: string; text: string } | null>(null);
  return (
    <form
      className="inline-form"
      onChange={() => setError(null)}
      onSubmit={async (event) => {
        event.preventDefault();
        if (room.exact === null) return setError({ field: "room", text: complaint(room, 21, units) });
        if (!isTaken(humidity)) return setError({ field: "humidity", text: complaint(humidity, 55, units) });
        try {
          const now = await api.readRoom(room.exact, humidity.exact);
          take(queries, keys.today, now);
          await touch(queries, "room");
          onDone(`Workroom read: ${units.temperature(room.exact)}.`);
        } catch (refused) {
          setError({
            field: refused instanceof Refused && refused.field.includes("humidity") ? "humidity" : "room",
            text: inWords(refused),
          });
        }
      }}
    >
      <label>
        Workroom{" "}
        <QuantityField autoFocus of={room} units={units} onType={setRoom} aria-invalid={error?.field === "room"} />
      </label>
      <label>
        Humidity{" "}
        <QuantityField of={humidity} units={units} onType={setHumidity} aria-invalid={error?.field === "humidity"} /> %
      </label>
      <Button htmlType="submit" type="primary">
        Save the reading
      </Button>
      {(house.usualC !== null || house.usualHumidityPercent !== null) && (
        <Button
          onClick={() => {
            if (house.usualC !== null) setRoom(quantity("temperature", house.usualC, units));
            if (house.usualHumidityPercent !== null) setHumidity(quantity("number", house.usualHumidityPercent, units));
          }}
        >
          As usual now:{" "}
          {[
            house.usualC !== null && units.temperature(house.usualC),
            house.usualHumidityPercent !== null && `${house.usualHumidityPercent}${narrow}%`,
          ]
            .filter(Boolean)
            .join(", ")}
        </Button>
      )}
      <Button onClick={() => onDone("")}>Leave it</Button>
      {error && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
    </form>
  );
}
