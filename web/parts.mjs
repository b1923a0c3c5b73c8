import { execFileSync } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";

/*
 * Says what went into the interface, as CycloneDX. What only builds and tests it is left out here: npm's own way to do so also leaves
 * out what both need, such as React.
 */
const told = execFileSync(
  "npm",
  [
    "sbom",
    "--sbom-format",
    "cyclonedx",
    "--sbom-type",
    "application",
    "--package-lock-only",
    "--loglevel",
    "error",
  ],
  { maxBuffer: 1 << 26 },
);
const parts = JSON.parse(told);
const builds = (part) => part.properties?.some((p) => p.name === "cdx:npm:package:development");
const left = new Set(parts.components.filter(builds).map((part) => part["bom-ref"]));
parts.components = parts.components.filter((part) => !left.has(part["bom-ref"]));
parts.dependencies = parts.dependencies
  .filter((d) => !left.has(d.ref))
  .map((d) => ({ ...d, dependsOn: d.dependsOn.filter((ref) => !left.has(ref)) }));
const folder = "target/classes/META-INF/sbom";
mkdirSync(folder, { recursive: true });
writeFileSync(`${folder}/web.cdx.json`, JSON.stringify(parts));
