import { useEffect, useRef, useState } from "react";
import type { LandmarkReading } from "../api/client";

/** Says, 800 ms after the last change and only if a verdict changed, what a place has become. */
export function LiveRegion({ landmarks, findings }: { landmarks: LandmarkReading[]; findings: string }) {
  const [text, setText] = useState("");
  const last = useRef<Map<string, string> | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => {
      const now = new Map(landmarks.map((landmark) => [landmark.id, landmark.says]));
      const changed = last.current
        ? landmarks.filter((landmark) => last.current?.get(landmark.id) !== landmark.says)
        : [];
      last.current = now;
      if (changed.length)
        setText(
          `${changed.map((landmark) => `${landmark.name}: now ${landmark.says}`).join(". ")}. ${findings.replaceAll(" · ", ", ")}.`,
        );
    }, 800);
    return () => clearTimeout(timer);
  }, [landmarks, findings]);
  return (
    <div
      className="visually-hidden"
      role="status"
      aria-live={findings.includes("stop") ? "assertive" : "polite"}
      data-live=""
    >
      {text}
    </div>
  );
}
