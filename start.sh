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

JOLLY_LEDGER_JAR="$PWD/$jar" exec bash web/src/distribution/jolly-ledger.sh \
  --server.port="$port" --jolly-ledger.data="$data" --jolly-ledger.demo="$demo"
