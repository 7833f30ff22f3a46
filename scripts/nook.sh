#!/usr/bin/env bash
# The command line: as it was built, which starts in a quarter of the time, or from its sources where those are newer.
set -euo pipefail
root="$(cd "$(dirname "$0")/.." && pwd)"
built="$root/build/jobs/nook.js"
if [ -f "$built" ] && [ -z "$(find "$root/cli" "$root/src/lib/core" -newer "$built" -name '*.ts' -print -quit)" ]; then
	# Tolerances make many short-lived objects: more room for them spares half of the collecting.
	exec node --max-semi-space-size=64 "$built" "$@"
fi
exec "$root/node_modules/.bin/tsx" "$root/cli/nook.ts" "$@"
