#!/usr/bin/env bash
# Starts Jolly Ledger on Linux and macOS, and prints its address once it answers.
#   ./jolly-ledger.sh [--server.port=N] [--jolly-ledger.data=DIR] [--jolly-ledger.demo=false]
set -u
here="$(cd "$(dirname "$0")" && pwd)"
if ! command -v java >/dev/null; then
  echo "Jolly Ledger needs Java 17 or later; install it, then start again." >&2
  exit 1
fi
heap="${JOLLY_LEDGER_HEAP:-1g}"
run() {
  java -XX:+UseSerialGC -Xms24m -Xmx"$heap" -XX:MinHeapFreeRatio=15 -XX:MaxHeapFreeRatio=30 \
    -jar "$here/jolly-ledger.jar" --jolly-ledger.data="$here/data" "$@" &
  running=$!
  trap 'kill -TERM "$running" 2>/dev/null' TERM INT HUP
  wait "$running" && ended=0 || ended=$?
  # A signal ends the waiting, not the application.
  while kill -0 "$running" 2>/dev/null; do wait "$running" && ended=0 || ended=$?; done
}
run "$@"
while [ "$ended" = 3 ]; do
  echo "It ran out of memory; starting again. A larger JOLLY_LEDGER_HEAP helps." >&2
  run "$@"
done
exit "$ended"
