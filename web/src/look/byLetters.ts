interface Shown {
  label?: unknown;
  value?: unknown;
}

/** What stands there: an option without words of its own is written as its value. */
const words = ({ label, value }: Shown) => String(typeof label === "string" ? label : (value ?? ""));

/** In every list that opens, a few letters of what stands there find it. */
export const BY_LETTERS = {
  showSearch: {
    filterOption: (typed: string, option: Shown | undefined) =>
      !!option && words(option).toLowerCase().includes(typed.trim().toLowerCase()),
  },
};
