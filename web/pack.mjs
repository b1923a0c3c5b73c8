// Packs what was built once, as small as it goes; the server would pack it anew for each who asks, while they wait.
import { readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, gzipSync } from "node:zlib";

const BUILT = "dist";
const IS_TEXT = /\.(js|css|svg|json)$/;
const LEAST_BYTES = 1_024;

for (const name of readdirSync(BUILT, { recursive: true })) {
  const file = join(BUILT, name);
  if (!IS_TEXT.test(name) || statSync(file).size < LEAST_BYTES) continue;
  const text = readFileSync(file);
  writeFileSync(`${file}.br`, brotliCompressSync(text));
  writeFileSync(`${file}.gz`, gzipSync(text, { level: 9 }));
}
