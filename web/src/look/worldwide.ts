export function zoneOptions() {
  return Intl.supportedValuesOf("timeZone").map((zone) => ({
    value: zone,
    label: zone.replaceAll("_", " "),
  }));
}

export function currencyOptions() {
  const names = new Intl.DisplayNames("en", { type: "currency" });
  return Intl.supportedValuesOf("currency").map((code) => ({
    value: code,
    label: `${code}, ${names.of(code) ?? ""}`,
  }));
}

/** Each by how a day and a number look in it. */
export function languageOptions(languages: readonly string[]) {
  const names = new Intl.DisplayNames("en", { type: "language" });
  const day = new Date(Date.UTC(2027, 2, 9));
  return languages.map((language) => ({
    value: language,
    label: `${names.of(language)}: ${new Intl.DateTimeFormat(language, { timeZone: "UTC" }).format(day)}, ${new Intl.NumberFormat(
      language,
      { minimumFractionDigits: 2 },
    ).format(1234.5)}`,
  }));
}
