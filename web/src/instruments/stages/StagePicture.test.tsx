import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";
import { scenes } from "./scenes";
import { StagePicture } from "./StagePicture";

it("draws each stage so that it is told from all others", () => {
  const drawn = Object.keys(scenes).map((of) => renderToStaticMarkup(<StagePicture of={of} />));
  expect(new Set(drawn).size).toBe(drawn.length);
  for (const one of drawn) expect(one).toMatch(/<(path|circle|ellipse|rect)/);
});
