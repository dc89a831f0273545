import { type ThemeConfig, theme } from "antd";

export type Mode = "day" | "night";

/** The palette of a theme by Ant's map names. Every colour key is set, so that no stock blue shows through. */
const palette = {
  day: {
    ground: "#DCE3E2",
    sheet: "#F7F9F8",
    raised: "#FFFFFF",
    well: "#CDD6D6",
    ink: "#12212C",
    ink2: "#3D4F5A",
    ink3: "#4C5D67",
    line: "#B4C0C2",
    ctl: "#64747D",
    action: "#1A4E7A",
    hover: "#123B5E",
    onAction: "#FFFFFF",
    handWash: "#FBE3B8",
    stop: "#A3142E",
    stopWash: "#F7DEE0",
    good: "#17634A",
    goodWash: "#D5EBE1",
    brass: "#6E5200",
  },
  night: {
    ground: "#0C1318",
    sheet: "#141E25",
    raised: "#1C2831",
    well: "#080D11",
    ink: "#E7EDEB",
    ink2: "#B5C2C5",
    ink3: "#93A2A8",
    line: "#2C3A43",
    ctl: "#748690",
    action: "#93C4EA",
    hover: "#AED4F1",
    onAction: "#0B1A26",
    handWash: "#3A2A0E",
    stop: "#FF949B",
    stopWash: "#3B1820",
    good: "#74CDAA",
    goodWash: "#12302A",
    brass: "#E0C067",
  },
} as const;

/** What a colour key of Ant's map stands for here, found by the family and the use in its name. */
export function exactColour(key: string, mode: Mode): string {
  const p = palette[mode];
  const wash = /Bg|Border/.test(key);
  if (/^colorError/.test(key)) return wash && !/Border/.test(key) ? p.stopWash : p.stop;
  if (/^colorSuccess/.test(key)) return wash && !/Border/.test(key) ? p.goodWash : p.good;
  if (/^colorWarning/.test(key)) return wash && !/Border/.test(key) ? p.handWash : p.brass;
  if (/^color(Primary|Info|Link)/.test(key)) {
    if (/Bg/.test(key)) return p.handWash;
    return /Hover|Active/.test(key) ? p.hover : p.action;
  }
  switch (key) {
    case "colorBgLayout":
      return p.ground;
    case "colorBgContainer":
      return p.raised;
    case "colorBgElevated":
      return p.raised;
    case "colorBgSpotlight":
      return p.ink;
    case "colorBgMask":
      return "rgba(8, 13, 17, 0.5)";
    case "colorBgBase":
      return p.sheet;
    case "colorBgSolid":
      return p.ink;
    case "colorBgSolidHover":
    case "colorBgSolidActive":
      return p.ink2;
    case "colorBgBlur":
      return "transparent";
    case "colorBgContainerDisabled":
      return p.well;
    case "colorText":
    case "colorTextBase":
      return p.ink;
    case "colorTextSecondary":
      return p.ink2;
    case "colorTextTertiary":
    case "colorTextQuaternary":
    case "colorTextPlaceholder":
    case "colorTextDisabled":
    case "colorIcon":
      return p.ink3;
    case "colorTextLightSolid":
    case "colorWhite":
      return mode === "day" ? "#FFFFFF" : "#0B1A26";
    case "colorBorder":
    case "colorBorderDisabled":
      return p.ctl;
    case "colorBorderSecondary":
    case "colorSplit":
      return p.line;
    case "colorFill":
    case "colorFillSecondary":
    case "colorFillTertiary":
    case "colorFillQuaternary":
      return p.well;
    default:
      return key.startsWith("colorText") ? p.ink : key.startsWith("colorBg") ? p.sheet : p.ink;
  }
}

/** Ant's tokens for a theme: the default algorithm for sizes, our own colours for everything that has one. */
export function antTheme(mode: Mode, textPercent: number, still = false): ThemeConfig {
  const p = palette[mode];
  const scale = textPercent / 100;
  return {
    algorithm: (seed) => {
      const base = theme.defaultAlgorithm(seed);
      const colours = Object.fromEntries(
        Object.keys(base)
          .filter((key) => key.startsWith("color"))
          .map((key) => [key, exactColour(key, mode)]),
      );
      return { ...base, ...colours } as typeof base;
    },
    token: {
      fontFamily: "var(--words)",
      fontFamilyCode: "var(--figures)",
      fontSize: Math.round(14 * scale),
      lineHeight: 1.43,
      fontWeightStrong: 600,
      borderRadius: 4,
      borderRadiusLG: 6,
      borderRadiusSM: 4,
      controlHeight: 36,
      controlHeightLG: 52,
      controlHeightSM: 28,
      lineWidth: 1,
      lineWidthBold: 2,
      lineWidthFocus: 2,
      motion: !still,
      motionDurationFast: ".09s",
      motionDurationMid: ".12s",
      motionDurationSlow: ".14s",
      boxShadow: "none",
      boxShadowSecondary: "var(--menu-shadow)",
      boxShadowTertiary: "none",
      controlItemBgActive: p.handWash,
    },
    components: {
      Button: { primaryShadow: "none", defaultShadow: "none", dangerShadow: "none", fontWeight: 600 },
      Segmented: { trackBg: p.well, itemSelectedBg: p.sheet, itemColor: p.ink2, itemSelectedColor: p.ink },
      Tooltip: { colorTextLightSolid: p.sheet },
    },
  };
}
