#!/usr/bin/env bash
# Installs the packages of the lock file unless they are there already.
set -euo pipefail
cd "$(dirname "$0")/.."
if [ ! -e node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
	echo 'Installing packages (the database driver is compiled; about three minutes the first time) …'
	npm ci --no-fund --no-audit
	touch node_modules/.package-lock.json
fi
