#!/usr/bin/env bash
# Writes everything of the Jolly Ledger that runs here into one archive.
#   ./backup.sh FILE.zip [--port N]     with a password set: JOLLY_LEDGER_PASSWORD=… ./backup.sh FILE.zip
set -euo pipefail
usage="Usage: ./backup.sh FILE.zip [--port N]"
file="${1:?$usage}"
port=8080
[ "${2:-}" != --port ] || port="${3:?$usage}"
login=()
[ -z "${JOLLY_LEDGER_PASSWORD:-}" ] || login=(--user "owner:$JOLLY_LEDGER_PASSWORD")
# Another backup may be under way: one is made at a time.
if ! curl --fail --silent --show-error --retry 5 "${login[@]}" --output "$file.part" "http://localhost:$port/api/backup"; then
  rm -f "$file.part"
  echo "No backup was made. Is Jolly Ledger running on port $port?" >&2
  exit 1
fi
mv "$file.part" "$file"
echo "Backed up everything to $file."
