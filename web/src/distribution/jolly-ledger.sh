#!/usr/bin/env bash
# Starts Jolly Ledger on Linux and macOS, and prints its address once it answers.
#   ./jolly-ledger.sh [--port N] [--data DIR] [--empty]
set -u
here="$(cd "$(dirname "$0")" && pwd)"
jar="${JOLLY_LEDGER_JAR:-$here/jolly-ledger.jar}"
if ! command -v java >/dev/null; then
  echo "Jolly Ledger needs Java 17 or later; install it, then start again." >&2
  exit 1
fi

# The application is known before it starts, and so are its classes: it starts in a third of the time.
java=(java -XX:+UseSerialGC -Xlog:disable -Dspring.aot.enabled=true)
app="$(dirname "$jar")/app"
classes="$app/$(java -Xinternalversion 2>/dev/null | cksum | tr ' ' -).jsa" # Each Java needs its own.
prepare() {
  rm -rf "$app"
  java -Djarmode=tools -jar "$jar" extract --destination "$app" || return
  rehearsed="$(mktemp -d)" || return
  "${java[@]}" -XX:TieredStopAtLevel=1 -XX:ArchiveClassesAtExit="$classes" -jar "$app/${jar##*/}" --jolly-ledger.rehearsal=true \
    --jolly-ledger.data="$rehearsed" --jolly-ledger.demo=true --jolly-ledger.password= \
    --spring.datasource.url="jdbc:h2:file:$rehearsed/ledger" --server.address=127.0.0.1 --server.port=0 \
    --server.ssl.enabled=false
  rm -rf "$rehearsed"
}
if [ ! -f "$classes" ] || [ "$jar" -nt "$classes" ]; then
  echo "Preparing the start; this is done once …"
  prepare >/dev/null 2>&1
fi
# Where nothing can be written it starts as well, only later.
started="$jar"
if [ -f "$classes" ]; then
  java+=(-XX:SharedArchiveFile="$classes" -Xshare:auto)
  started="$app/${jar##*/}"
fi

heap="${JOLLY_LEDGER_HEAP:-1g}"
echo "Starting; it takes up to $heap of memory for its work (set JOLLY_LEDGER_HEAP to change that) …"
# Half of the work of starting was in compiling well what runs for a moment: only what runs on is compiled well.
java+=(-XX:Tier4InvocationThreshold=400000 -XX:Tier4MinInvocationThreshold=100000
  -XX:Tier4CompileThreshold=500000 -XX:Tier4BackEdgeThreshold=1000000)
# What was needed for a moment is given back: the heap shrinks to what is in use.
java+=(-Xms64m -Xmx"$heap" -XX:MinHeapFreeRatio=15 -XX:MaxHeapFreeRatio=30)
# Without memory nothing is answered rightly any more, whoever notices it: it ends with 3, and starts again.
java+=(-XX:+ExitOnOutOfMemoryError)
run() {
  "${java[@]}" -Djolly-ledger.data="${JOLLY_LEDGER_DATA:-$here/data}" -jar "$started" "$@" &
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
