import { useQuery } from "@tanstack/react-query";
import { Button, Checkbox } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import { keys } from "../../api/keys";
import { Dialog } from "../../kit/Dialog";
import { FormLine } from "../../kit/FormLine";
import { complaint, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useHouse } from "../../shell/HouseContext";

const places = 24;

/** Stickers for all lots that have something left, on a sheet of 24: the first goes where the sheet is still unused. */
export function Stickers() {
  const { units } = useHouse();
  const [open, setOpen] = useState(false);
  const [start, setStart] = useState(() => quantity("number", 1, units));
  const [left, setLeft] = useState<string[]>([]);
  const lots = useQuery({ queryKey: keys.countedLots, queryFn: api.countedLots, enabled: open });
  const chosen = lots.data?.filter((one) => !left.includes(one.id)) ?? [];
  const wrong =
    start.exact === null || start.exact < 1 || start.exact > places || !Number.isInteger(start.exact)
      ? start.exact === null
        ? complaint(start, 1, units)
        : `The sheet has places 1 to ${places}.`
      : "";
  return (
    <>
      <Button onClick={() => setOpen(true)}>Stickers…</Button>
      {open && (
        <Dialog title="Stickers for lots" width={560} onClose={() => setOpen(false)}>
          <p>
            A4, {places} of 70 by 37 mm. The code on each is its number: type it or scan it where a lot is asked for.
          </p>
          <ul className="sticker-lots">
            {lots.data?.map((one) => (
              <li key={one.id}>
                <Checkbox
                  checked={!left.includes(one.id)}
                  onChange={(event) =>
                    setLeft(event.target.checked ? left.filter((id) => id !== one.id) : [...left, one.id])
                  }
                >
                  {one.name}, <span className="lot">{one.code}</span> <span className="hint">{one.sticker}</span>
                </Checkbox>
              </li>
            ))}
          </ul>
          <FormLine label="First place on the sheet" error={wrong}>
            <span>
              <QuantityField of={start} units={units} onType={setStart} aria-label="First place on the sheet" />
            </span>
          </FormLine>
          <div className="button-row">
            <Button
              type="primary"
              disabled={wrong !== "" || chosen.length === 0}
              href={`/api/stock/stickers.pdf?lots=${chosen.map((one) => one.id).join(",")}&start=${start.exact}`}
              target="_blank"
            >
              Make the PDF
            </Button>
            <Button onClick={() => setLeft(chosen.length === 0 ? [] : (lots.data ?? []).map((one) => one.id))}>
              {chosen.length === 0 ? "Choose all" : "Choose none"}
            </Button>
          </div>
        </Dialog>
      )}
    </>
  );
}
