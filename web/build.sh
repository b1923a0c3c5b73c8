#!/usr/bin/env bash
# Installs what the interface needs when its lock file changed, then builds it into dist/.
set -euo pipefail
cd "$(dirname "$0")"
stamp=node_modules/.installed
if ! cmp -s package-lock.json "$stamp"; then
  npm ci --no-progress --loglevel=error
  cp package-lock.json "$stamp"
fi
npm run --silent build
