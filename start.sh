#!/usr/bin/env bash
# Builds Jolly Ledger when that is needed, starts it, and prints its address once it answers.
#   ./start.sh [--port N] [--data DIR] [--empty]
set -euo pipefail
here="$(cd "$(dirname "$0")" && pwd)"

if ! command -v javac >/dev/null; then
  echo "Jolly Ledger needs a JDK, version 17 or later; on Debian: apt-get install default-jdk-headless" >&2
  exit 1
fi

jar="$here/web/target/jolly-ledger-app.jar"
if [ ! -f "$jar" ] || [ -n "$(cd "$here" && find pom.xml core/pom.xml web/pom.xml core/src/main web/src/main -newer "$jar" -print -quit)" ]; then
  echo "Building; the first time this takes a few minutes …"
  (cd "$here" && ./mvnw -q -B -ntp -pl core,web package -DskipTests -Dspotless.check.skip=true)
fi

JOLLY_LEDGER_JAR="$jar" JOLLY_LEDGER_DATA="${JOLLY_LEDGER_DATA:-$here/data}" exec bash "$here/web/src/distribution/jolly-ledger.sh" "$@"
