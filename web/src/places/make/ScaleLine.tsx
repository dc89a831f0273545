import type { LiveScale } from "./useScale";

/** What the scale is doing, under its number. */
export function ScaleLine({ scale }: { scale: LiveScale }) {
  return (
    <p className="make-quiet scale-line" role="status">
      {scale.follows && scale.says && scale.device.standing !== "moving" ? (
        <span className="stop">{scale.says}</span>
      ) : scale.follows ? (
        `${scale.device.name}${scale.value === null ? "" : ", tared"}`
      ) : (
        `Typed by hand${scale.device.name && `; ${scale.device.name} is there`}.`
      )}{" "}
      {!scale.follows && (
        <button type="button" className="link" onClick={scale.follow}>
          Use the scale
        </button>
      )}
      {scale.follows && scale.pour && (
        <button
          type="button"
          className="link"
          onClick={() => {
            scale.pour?.();
            document.querySelector<HTMLInputElement>(".make-number")?.focus();
          }}
        >
          Let its hand pour
        </button>
      )}
    </p>
  );
}
