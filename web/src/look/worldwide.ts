/** Ways of writing dates and numbers that the server knows, by language and land (BCP 47). */
export const LANGUAGES = [
  "en-GB",
  "en-IE",
  "en-US",
  "da-DK",
  "de-AT",
  "de-CH",
  "de-DE",
  "fr-FR",
  "nl-NL",
  "sv-SE",
] as const;

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
export function languageOptions() {
  const names = new Intl.DisplayNames("en", { type: "language" });
  const day = new Date(Date.UTC(2027, 2, 9));
  return LANGUAGES.map((language) => ({
    value: language,
    label: `${names.of(language)}: ${new Intl.DateTimeFormat(language, { timeZone: "UTC" }).format(day)}, ${new Intl.NumberFormat(
      language,
      { minimumFractionDigits: 2 },
    ).format(1234.5)}`,
  }));
}
