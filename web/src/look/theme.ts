import { theme as antdTheme, type ThemeConfig } from "antd";

/** How everything looks: on warm paper, or in the dark. */
export type Look = "light" | "dark";

/** The one place where colours are named; CSS gets them as variables of the same names, in both looks. */
export const COLOURS = {
  light: {
    paper: "#f7f4ed",
    surface: "#fffdf8",
    field: "#ffffff",
    ink: "#20302c",
    muted: "#60685f",
    line: "#e0d8c8",
    lineStrong: "#cfc4ae",
    /** What bounds an input has to be seen, a line between things has not. */
    bound: "#938a75",
    shade: "#efe9dc",
    hatch: "#e4dac6",
    kelp: "#2b5d51",
    onKelp: "#ffffff",
    kelpPale: "#cfe0d7",
    wash: "#e6eee9",
    rust: "#a3402a",
    onRust: "#ffffff",
    rustLine: "#e3b9aa",
    rustWash: "#f6e3dc",
    amber: "#825910",
    amberLine: "#b37f1c",
    amberWash: "#f7ecd3",
    moss: "#47702f",
    sand: "#bd7b45",
    warmth: "#b06a2c",
    rail: "#1c3d36",
    railInk: "#cdd7cc",
    railHover: "#264a41",
    railOn: "#2f5b50",
    onRail: "#ffffff",
    railRing: "#e3d3a6",
    tag: "#d9c9a5",
    onTag: "#54461e",
    sea: "#dce7e8",
    land: "#f3ead6",
    landIn: "#c9dbcf",
  },
  dark: {
    paper: "#131b19",
    surface: "#1a2422",
    field: "#1f2b28",
    ink: "#ebe6d9",
    muted: "#a9b1a7",
    line: "#2e3a36",
    lineStrong: "#46544f",
    bound: "#75847d",
    shade: "#26312e",
    hatch: "#35423d",
    kelp: "#84c6b0",
    onKelp: "#0c211b",
    kelpPale: "#2f4d43",
    wash: "#20332d",
    rust: "#f0a48a",
    onRust: "#2f1007",
    rustLine: "#7a4534",
    rustWash: "#3b221b",
    amber: "#e3ba6f",
    amberLine: "#c0923a",
    amberWash: "#372b14",
    moss: "#a3cb86",
    sand: "#b98352",
    warmth: "#d9975a",
    rail: "#0d1513",
    railInk: "#c3cdc3",
    railHover: "#1b2a26",
    railOn: "#264a41",
    onRail: "#ffffff",
    railRing: "#e3d3a6",
    tag: "#4d4225",
    onTag: "#f1e2b9",
    sea: "#18262b",
    land: "#2b3632",
    landIn: "#3b5f53",
  },
} as const satisfies Record<Look, Record<string, string>>;

export type Colours = Record<keyof (typeof COLOURS)["light"], string>;

/** Ranks from worst to best: rust, sand, kelp; safe for colour-blind eyes, always shown with the number. */
export const RANKS: Record<Look, readonly { ground: string; ink: string }[]> = {
  light: [
    { ground: "#dd9c76", ink: "#3a1d10" },
    { ground: "#e9cba4", ink: "#43300f" },
    { ground: "#e1e3d0", ink: "#20302c" },
    { ground: "#84b09e", ink: "#10271f" },
    { ground: "#2f7060", ink: "#ffffff" },
  ],
  dark: [
    { ground: "#c26a42", ink: "#1d0a03" },
    { ground: "#7d5232", ink: "#fff4e4" },
    { ground: "#37413c", ink: "#ebe6d9" },
    { ground: "#3f7263", ink: "#f1faf6" },
    { ground: "#a2dac7", ink: "#08241c" },
  ],
};

/** Each network's own colour: an edge or a chip with the ink of chips on it. */
export const NETWORKS: Record<Look, Record<string, string>> = {
  light: {
    HS: "#b5532d",
    GR: "#6b3f69",
    SW: "#56732f",
    AK: "#287872",
    JC: "#3d4b63",
    DG: "#916219",
    AN: "#6a675c",
  },
  dark: {
    HS: "#e08e6a",
    GR: "#c493c1",
    SW: "#a5c37d",
    AK: "#6cc0b9",
    JC: "#9db0d0",
    DG: "#dbae68",
    AN: "#b3afa1",
  },
};

/** What is written on a chip, a mark or a button in colour. */
export const CHIP_INK: Record<Look, string> = { light: "#ffffff", dark: "#131b19" };

/** The ground of a number of which there is too little to say: hatched, neither good nor bad. */
export const tooFew = {
  ground: "repeating-linear-gradient(135deg, var(--hatch) 0 1.5px, transparent 1.5px 7px)",
  ink: "var(--muted)",
  words: "too few to say",
} as const;

/** A network's colour in whichever look is on; none for what is no network. */
export function networkColour(code: string | undefined): string | undefined {
  return code && code in NETWORKS.light ? `var(--network-${code})` : undefined;
}

/** A rank's ground and ink in whichever look is on. */
export function rankColour(rank: number | null | undefined): { ground: string; ink: string } | undefined {
  return rank == null ? undefined : { ground: `var(--rank-${rank})`, ink: `var(--on-rank-${rank})` };
}

const kebab = (name: string) => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

function variables(look: Look): string {
  return [
    `color-scheme: ${look}`,
    ...Object.entries(COLOURS[look]).map(([name, colour]) => `--${kebab(name)}: ${colour}`),
    ...Object.entries(NETWORKS[look]).map(([code, colour]) => `--network-${code}: ${colour}`),
    ...RANKS[look].flatMap((c, rank) => [`--rank-${rank}: ${c.ground}`, `--on-rank-${rank}: ${c.ink}`]),
    `--chip-ink: ${CHIP_INK[look]}`,
  ].join("; ");
}

/** Variables of both looks: what shows an ad or a form keeps the light one, as paper does. */
export const STYLE = `
:root, .in-light { ${variables("light")} }
@media screen { :root[data-look="dark"] { ${variables("dark")} } .in-light { ${variables("light")} } }
`;

/** Ant Design in a look. */
export function antdIn(look: Look): ThemeConfig {
  const colours = COLOURS[look];
  return {
    algorithm: look === "dark" ? antdTheme.darkAlgorithm : antdTheme.defaultAlgorithm,
    // Styles stay (keptStyles), so the variables of each look are of a class of their own.
    cssVar: { key: `look-${look}` },
    token: {
      colorPrimary: colours.kelp,
      colorInfo: colours.kelp,
      colorSuccess: colours.moss,
      colorWarning: colours.amber,
      colorError: colours.rust,
      colorLink: colours.kelp,
      colorLinkHover: colours.kelp,
      colorText: colours.ink,
      colorTextSecondary: colours.muted,
      colorTextTertiary: colours.muted,
      colorTextDescription: colours.muted,
      colorTextPlaceholder: colours.muted,
      colorTextLightSolid: look === "dark" ? colours.onKelp : "#ffffff",
      colorBgBase: colours.surface,
      colorBgContainer: colours.field,
      colorBgElevated: colours.surface,
      colorBgLayout: colours.paper,
      colorBgSpotlight: look === "dark" ? "#ebe6d9" : "#20302c",
      colorBorder: colours.bound,
      colorBorderSecondary: colours.line,
      borderRadius: 7,
      fontSize: 13,
      fontFamily: '"Public Sans Variable", sans-serif',
      fontFamilyCode: '"JetBrains Mono Variable", monospace',
      controlHeight: 30,
      motionDurationMid: "0.12s",
      motionDurationSlow: "0.14s",
      boxShadowSecondary: "0 6px 24px rgba(10, 20, 17, 0.2)",
    },
    components: {
      Table: { headerBg: "transparent", cellPaddingBlockSM: 6, headerColor: colours.muted },
      Button: {
        fontWeight: 500,
        defaultBorderColor: colours.lineStrong,
        primaryShadow: "none",
        defaultShadow: "none",
      },
      Segmented: { itemSelectedBg: colours.kelp, itemSelectedColor: colours.onKelp, trackBg: colours.field },
    },
  };
}
