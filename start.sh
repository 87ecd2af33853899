#!/usr/bin/env bash
# Installs, builds and serves Grey Kettle. PORT chooses another port than 4310; HOST another address than this machine only.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")"
port="${PORT:-4310}"
if ! command -v node >/dev/null || [ "$(node -p 'process.versions.node.split(".")[0]')" -lt 20 ]; then
  echo "Node.js 20 or newer is needed." >&2
  exit 1
fi
stamp=node_modules/.installed-lock
if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
  npm ci --no-audit --no-fund
  cp package-lock.json "$stamp"
fi
npm run --silent build
echo
echo "Grey Kettle: http://localhost:$port  (the demo project opens on the first visit; Ctrl C ends it)"
exec node node_modules/next/dist/bin/next start -H "${HOST:-127.0.0.1}" -p "$port"
