import type { ThemeConfig } from "antd";

/** The one place where colours are named; CSS gets them as variables of the same names. */
export const colours = {
  paper: "#f7f4ed",
  surface: "#fffdf8",
  ink: "#20302c",
  muted: "#646c65",
  line: "#e0d8c8",
  lineStrong: "#cfc4ae",
  kelp: "#2b5d51",
  kelpDeep: "#1c3d36",
  wash: "#e6eee9",
  rust: "#a8432c",
  rustWash: "#f6e3dc",
  amber: "#8a5f12",
  amberWash: "#f7ecd3",
  moss: "#47702f",
} as const;

/** Ranks from worst to best: rust, sand, kelp; safe for colour-blind eyes, always shown with the number. */
export const rankColours: readonly { ground: string; ink: string }[] = [
  { ground: "#dd9c76", ink: "#3a1d10" },
  { ground: "#e9cba4", ink: "#43300f" },
  { ground: "#e1e3d0", ink: "#20302c" },
  { ground: "#84b09e", ink: "#10271f" },
  { ground: "#2f7060", ink: "#ffffff" },
];

/** The ground of a number of which there is too little to say: hatched, neither good nor bad. */
export const tooFew = {
  ground: "repeating-linear-gradient(135deg, #e4dccb 0 1.5px, transparent 1.5px 7px)",
  ink: "#545c55",
  words: "too few to say",
} as const;

export const networkColours: Record<string, string> = {
  HS: "#b5532d",
  GR: "#6b3f69",
  SW: "#5e7c3a",
  AK: "#2a7f79",
  JC: "#3d4b63",
  DG: "#a8742a",
  AN: "#6a675c",
};

export const theme: ThemeConfig = {
  token: {
    colorPrimary: colours.kelp,
    colorInfo: colours.kelp,
    colorSuccess: colours.moss,
    colorWarning: colours.amber,
    colorError: colours.rust,
    colorLink: colours.kelp,
    colorText: colours.ink,
    colorTextSecondary: colours.muted,
    colorTextDescription: colours.muted,
    colorTextPlaceholder: "#767d74",
    colorBgBase: colours.surface,
    colorBgLayout: colours.paper,
    colorBorder: colours.lineStrong,
    colorBorderSecondary: colours.line,
    borderRadius: 7,
    fontSize: 13,
    fontFamily: '"Public Sans Variable", sans-serif',
    fontFamilyCode: '"JetBrains Mono Variable", monospace',
    controlHeight: 30,
    motionDurationMid: "0.12s",
    motionDurationSlow: "0.14s",
    boxShadowSecondary: "0 6px 24px rgba(32, 48, 44, 0.16)",
  },
  components: {
    Table: { headerBg: "transparent", cellPaddingBlockSM: 6, headerColor: colours.muted },
    Button: { fontWeight: 500, primaryShadow: "none", defaultShadow: "none" },
    Segmented: { itemSelectedBg: colours.kelp, itemSelectedColor: "#ffffff", trackBg: "#ffffff" },
  },
};
