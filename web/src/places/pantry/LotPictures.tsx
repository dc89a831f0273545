import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, inWords } from "../../api/client";
import { keys } from "../../api/keys";
import { day } from "../../words/format";
import { smaller } from "./smaller";

/** Pictures of a lot as it came, and one more. */
export function LotPictures({ lot, code }: { lot: string; code: string }) {
  const queries = useQueryClient();
  const pictures = useQuery({ queryKey: keys.pictures(lot), queryFn: () => api.pictures(lot) });
  const [wrong, setWrong] = useState("");
  const command = useRef(crypto.randomUUID());
  const change = async (act: () => Promise<unknown>) => {
    try {
      await act();
      setWrong("");
      command.current = crypto.randomUUID();
      await queries.invalidateQueries({ queryKey: keys.pictures(lot) });
    } catch (error) {
      setWrong(inWords(error));
    }
  };
  return (
    <div className="lot-pictures">
      {(pictures.data?.length ?? 0) > 0 && (
        <ul aria-label={`Pictures of lot ${code}`}>
          {pictures.data?.map((one, i) => (
            <li key={one.id}>
              <a href={`/api/stock/pictures/${one.id}`} target="_blank" rel="noreferrer">
                <img src={`/api/stock/pictures/${one.id}`} alt={`Lot ${code}, picture ${i + 1}, ${day(one.at)}`} />
              </a>
              <button
                type="button"
                className="link"
                aria-label={`Take picture ${i + 1} away`}
                onClick={() => void change(() => api.removePicture(one.id))}
              >
                Take away
              </button>
            </li>
          ))}
        </ul>
      )}
      <PictureInput
        label={`Add a picture of lot ${code}`}
        onChoose={(file) => void change(async () => api.addPicture(lot, await smaller(file), command.current))}
      />
      {wrong && (
        <p className="field-error" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}

/** A file or, where there is one, the camera. */
export function PictureInput({ label, onChoose }: { label: string; onChoose: (file: File) => void }) {
  return (
    <label className="picture-input">
      <input
        type="file"
        accept="image/*"
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onChoose(file);
          event.target.value = "";
        }}
      />
      <span>Add a picture</span>
    </label>
  );
}
