import { theme } from "antd";
import { describe, expect, it } from "vitest";
import { antTheme, exactColour } from "./antd";

const token = (mode: "day" | "night") => theme.getDesignToken(antTheme(mode, 100)) as unknown as Record<string, string>;

const channel = (value: number) => (value <= 0.03928 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4);
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => channel(Number.parseInt(hex.slice(i, i + 2), 16) / 255));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const contrast = (a: string, b: string) => {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
};

describe("our colours in every component", () => {
  it.each(["day", "night"] as const)("leaves no stock blue in the %s palette", (mode) => {
    const blue = Object.entries(token(mode)).filter(
      ([key, value]) =>
        key.startsWith("color") && /^#(1677ff|4096ff|0958d9|69b1ff|91caff|bae0ff|e6f4ff|1668dc)/i.test(String(value)),
    );
    expect(blue).toEqual([]);
  });

  it.each(["day", "night"] as const)("keeps %s text readable on every ground", (mode) => {
    const grounds = ["colorBgLayout", "colorBgBase", "colorBgContainer"].map((key) => exactColour(key, mode));
    for (const text of [
      "colorText",
      "colorTextSecondary",
      "colorTextTertiary",
      "colorError",
      "colorSuccess",
      "colorLink",
    ]) {
      for (const ground of grounds)
        expect(contrast(exactColour(text, mode), ground), `${text} on ${ground}`).toBeGreaterThanOrEqual(4.5);
    }
    expect(
      contrast(exactColour("colorTextLightSolid", mode), exactColour("colorPrimary", mode)),
    ).toBeGreaterThanOrEqual(4.5);
  });
});
