#!/usr/bin/env bash
# Installs, builds and serves Grey Kettle. PORT chooses another port than 4310; HOST another address than this machine only.
set -euo pipefail
cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")"
export NEXT_TELEMETRY_DISABLED=1 NPM_CONFIG_UPDATE_NOTIFIER=false
export PORT="${PORT:-4310}" HOST="${HOST:-127.0.0.1}"

# What would fail later is said before the work begins.
if ! command -v node >/dev/null || ! node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 11) ? 0 : 1)'; then
  echo "Node.js 20.11 or newer is needed$(command -v node >/dev/null && echo "; this is $(node -v)")." >&2
  exit 1
fi
node -e '
  const port = Number(process.env.PORT), host = process.env.HOST
  const stop = (why) => { console.error(why); process.exit(1) }
  if (!Number.isInteger(port) || port < 1 || port > 65535) stop(`PORT is ${process.env.PORT}; a whole number from 1 to 65535 is expected.`)
  const probe = require("net").createServer()
  probe.on("error", (e) => stop(`Port ${port} on ${host} ${e.code === "EADDRINUSE" ? "is taken by another program" : e.code === "EACCES" ? "may not be used by you" : `cannot be used (${e.code})`}. Choose another: PORT=4400 ./start.sh`))
  probe.listen(port, host, () => probe.close())
'

stamp=node_modules/.installed-lock
if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
  npm ci --no-audit --no-fund
  cp package-lock.json "$stamp"
fi
# Built anew only when something that goes into it changed.
built=.next/.built
made_of="src offline scripts/make-offline.mjs public/demo package-lock.json next.config.ts tsconfig.json"
if [ ! -f "$built" ] || [ ! -f public/service-worker.js ] || [ -n "$(find $made_of -newer "$built" -print -quit)" ]; then
  npm run --silent build
  touch "$built"
fi
echo
echo "Grey Kettle: http://localhost:$PORT  (the demo project opens on the first visit; Ctrl C ends it)"
exec node server.mjs
