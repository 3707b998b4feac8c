#!/usr/bin/env bash
# Restores a backup into the Jolly Ledger that runs here: adds what is missing, or replaces everything.
#   ./restore.sh FILE.zip (--add | --replace) [--port N]     with a password set: JOLLY_LEDGER_PASSWORD=… ./restore.sh …
set -euo pipefail
usage="Usage: ./restore.sh FILE.zip (--add | --replace) [--port N]"
file="${1:?$usage}"
case "${2:-}" in
  --add|--replace) mode="${2#--}" ;;
  *) echo "$usage" >&2; exit 2 ;;
esac
port=8080
[ "${3:-}" != --port ] || port="${4:?$usage}"
[ -f "$file" ] || { echo "There is no file $file." >&2; exit 2; }
login=()
[ -z "${JOLLY_LEDGER_PASSWORD:-}" ] || login=(--user "owner:$JOLLY_LEDGER_PASSWORD")
if ! curl --fail-with-body --silent --show-error "${login[@]}" --form "file=@$file" "http://localhost:$port/api/backup?mode=$mode"; then
  echo >&2
  echo "Nothing was restored." >&2
  exit 1
fi
echo
