import { Buffer } from "node:buffer";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";

/* Says what went into the interface, as CycloneDX, by the lock file: any npm installs by it, and only newer ones can tell it so. */
const { packages } = JSON.parse(readFileSync("package-lock.json", "utf8"));
const parts = new Map();
for (const [path, { version, license, integrity, dev }] of Object.entries(packages)) {
  // What only builds and tests it is left out.
  if (path === "" || dev) continue;
  const name = path.slice(path.lastIndexOf("node_modules/") + "node_modules/".length);
  const purl = `pkg:npm/${name.replace("@", "%40")}@${version}`;
  const [sum] = (integrity ?? "").match(/(?<=sha512-)\S+/) ?? [];
  parts.set(purl, {
    type: "library",
    "bom-ref": purl,
    name,
    version,
    purl,
    ...(sum && { hashes: [{ alg: "SHA-512", content: Buffer.from(sum, "base64").toString("hex") }] }),
    ...(license && { licenses: [{ license: { name: license } }] }),
  });
}
const folder = "target/classes/META-INF/sbom";
mkdirSync(folder, { recursive: true });
writeFileSync(
  `${folder}/web.cdx.json`,
  JSON.stringify({
    bomFormat: "CycloneDX",
    specVersion: "1.5",
    version: 1,
    metadata: { component: { type: "application", name: "web" } },
    components: [...parts.values()],
  }),
);
