import { scenes } from "./scenes";

/** What a stage looks like, drawn; its words always stand beside it. */
export function StagePicture({ of }: { of: string }) {
  return (
    <svg className="stage-picture" viewBox="0 0 96 72" width="96" height="72" aria-hidden="true" focusable="false">
      {scenes[of]}
    </svg>
  );
}
