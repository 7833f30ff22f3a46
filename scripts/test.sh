#!/usr/bin/env bash
# The whole gate: lint, format, types, layers, unit tests, build, end-to-end tests. Installs what is missing.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/install.sh
if [ ! -x /usr/bin/chromium ]; then
	echo "Installing Chromium from Debian's packages …"
	apt-get update -qq
	DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null
fi
npx svelte-kit sync
npx prettier --check .
npx eslint .
npx svelte-check --threshold warning
npx knip --include exports,files,dependencies --no-config-hints
npx depcruise --config .dependency-cruiser.cjs src cli scripts bench
npx vitest run
echo "A few kills of a process that saves, backs up and migrates (npm run test:kills for a thousand) …"
npx tsx scripts/kills.ts 9
npm run build
npx playwright test
