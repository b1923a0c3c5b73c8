#!/usr/bin/env bash
# Installs what the interface needs when its lock file changed, builds it into dist/, and says what went into it (CycloneDX).
set -euo pipefail
cd "$(dirname "$0")"
stamp=node_modules/.installed
if ! cmp -s package-lock.json "$stamp"; then
  npm ci --no-progress --loglevel=error
  cp package-lock.json "$stamp"
fi
npm run --silent build
node pack.mjs
node parts.mjs
