#!/usr/bin/env bash
# Everything from a fresh checkout to a running application with example plans.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/install.sh
npm run build
exec npx tsx scripts/serve.ts --demo
