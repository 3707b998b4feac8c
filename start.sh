#!/usr/bin/env bash
# Builds Jolly Ledger when that is needed, starts it, and prints its address once it answers.
#   ./start.sh [--port N] [--data DIR] [--empty]
set -euo pipefail
cd "$(dirname "$0")"

port=8080
data="$PWD/data"
demo=true
usage="Usage: ./start.sh [--port N] [--data DIR] [--empty]"
while [ $# -gt 0 ]; do
  case "$1" in
    --port) port="${2:?$usage}"; shift 2 ;;
    --data) mkdir -p "${2:?$usage}"; data="$(cd "$2" && pwd)"; shift 2 ;;
    --empty) demo=false; shift ;;
    *) echo "There is no option \"$1\". $usage" >&2; exit 2 ;;
  esac
done
case "$port" in
  ''|*[!0-9]*) echo "The port is \"$port\"; give a number, such as 8080." >&2; exit 2 ;;
esac

if ! command -v javac >/dev/null; then
  echo "Jolly Ledger needs a JDK, version 17 or later; on Debian: apt-get install default-jdk-headless" >&2
  exit 1
fi

jar=web/target/jolly-ledger-app.jar
if [ ! -f "$jar" ] || [ -n "$(find pom.xml core/pom.xml web/pom.xml core/src/main web/src/main -newer "$jar" -print -quit)" ]; then
  echo "Building; the first time this takes a few minutes …"
  ./mvnw -q -B -ntp -pl core,web package -DskipTests -Dspotless.check.skip=true
fi

# Unpacked, and with an archive of its classes as they are once it has started, it starts in half the time.
app=web/target/app
if [ ! -f "$app/classes.jsa" ] || [ "$jar" -nt "$app/classes.jsa" ]; then
  echo "Preparing the start; this is done once …"
  rm -rf "$app"
  java -Djarmode=tools -jar "$jar" extract --destination "$app" >/dev/null
  trained="$(mktemp -d)"
  java -XX:ArchiveClassesAtExit="$app/classes.jsa" -Xlog:disable -Dspring.context.exit=onRefresh \
    -jar "$app/jolly-ledger-app.jar" --server.port=0 --jolly-ledger.data="$trained" >/dev/null 2>&1 \
    || touch "$app/classes.jsa" # It starts without one as well.
  rm -rf "$trained"
fi

heap="${JOLLY_LEDGER_HEAP:-1g}"
echo "Starting; it takes up to $heap of memory for its work (set JOLLY_LEDGER_HEAP to change that) …"
# What was needed for a moment is given back: the heap shrinks to what is in use.
run() {
  java -XX:SharedArchiveFile="$app/classes.jsa" -Xshare:auto -Xlog:disable -XX:+UseSerialGC \
    -Xms24m -Xmx"$heap" -XX:MinHeapFreeRatio=15 -XX:MaxHeapFreeRatio=30 \
    -jar "$app/jolly-ledger-app.jar" --server.port="$port" --jolly-ledger.data="$data" --jolly-ledger.demo="$demo" &
  running=$!
  trap 'kill -TERM "$running" 2>/dev/null' TERM INT HUP
  wait "$running" && ended=0 || ended=$?
  # A signal ends the waiting, not the application.
  while kill -0 "$running" 2>/dev/null; do wait "$running" && ended=0 || ended=$?; done
}
run
while [ "$ended" = 3 ]; do
  echo "It ran out of memory; starting again. A larger JOLLY_LEDGER_HEAP helps." >&2
  run
done
exit "$ended"
