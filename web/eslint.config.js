import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/**
 * The rooms of the house, those further out after those that they look into, and what each may take from another by its door, its
 * index.ts. Whatever two rooms ask the server for stands in api; what all are built with stands in look and frame.
 */
const rooms = [
  ["audiences", []],
  ["results", []],
  ["brief", []],
  ["creative", []],
  ["forms", ["creative"]],
  ["advice", ["results"]],
  ["tests", ["results"]],
  ["works", ["results"]],
  ["signoff", ["creative"]],
  ["plan", ["audiences", "creative", "results", "tests", "signoff"]],
  ["launch", ["plan", "signoff"]],
  ["morning", ["advice", "tests"]],
  ["desk", ["results", "morning"]],
  ["rules", ["advice"]],
  ["door", []],
  ["agency", []],
  ["me", []],
];
const names = rooms.map(([name]) => name);
const base = ["frame", "look", "api"];

function doors([room, open], place) {
  const later = open.filter((o) => names.indexOf(o) >= place);
  if (later.length > 0) throw new Error(`${room} may not look into ${later}: it would look back.`);
  const shut = [...names, ...(base.includes(room) ? base.slice(0, base.indexOf(room)) : [])].filter(
    (n) => n !== room && !open.includes(n),
  );
  return {
    files: [`src/${room}/**/*.{ts,tsx}`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              regex: `^(\\.\\./)+(${shut.join("|")})(/|$)`,
              message: "Another room, which this one does not look into.",
            },
            ...(open.length > 0
              ? [
                  {
                    regex: `^(\\.\\./)+(${open.join("|")})/`,
                    message: "By the door of the room, its index.ts.",
                  },
                ]
              : []),
          ],
        },
      ],
    },
  };
}

export default tseslint.config(
  { ignores: ["dist", "target", "node_modules", "src/api/generated"] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    plugins: { "react-hooks": reactHooks },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      "@typescript-eslint/no-deprecated": "error",
      "@typescript-eslint/no-floating-promises": "error",
      "no-restricted-syntax": [
        "error",
        {
          selector: "JSXOpeningElement[name.name='Slider'] > JSXAttribute[name.name='aria-label']",
          message: "A slider passes it to nobody: name its handle by ariaLabelForHandle.",
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message:
            "The browser's day is not the work's, which is the practice clock's or the server's: ask for it.",
        },
      ],
    },
  },
  ...[...rooms, ...base.map((name) => [name, []])].map(doors),
);
