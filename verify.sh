#!/usr/bin/env bash
# The whole test run: formatting, the core against tables and outside readers, the application in a real browser.
# Needs a JDK; everything else it installs itself (Debian, as root or with sudo).
set -euo pipefail
cd "$(dirname "$0")"

if ! command -v javac >/dev/null; then
  echo "The tests need a JDK, version 17 or later; on Debian: apt-get install default-jdk-headless" >&2
  exit 1
fi

# What the results are checked against, beside the browser.
declare -A packages=(
  [/usr/bin/chromium-headless-shell]=chromium-headless-shell
  [/usr/bin/midicsv]=midicsv
  [/usr/bin/pdftotext]=poppler-utils
  [/usr/share/lilypond]=lilypond-data
  [/usr/bin/perl]=perl
  [/usr/bin/python3]=python3
  [/usr/lib/python3/dist-packages/mido]=python3-mido
  [/usr/share/perl5/MIDI.pm]=libmidi-perl
  [/usr/share/planetblupi/music]=planetblupi-music-midi
  [/usr/share/games/openttd/baseset/openmsx]=openttd-openmsx
)
missing=()
for path in "${!packages[@]}"; do
  [ -e "$path" ] || missing+=("${packages[$path]}")
done
if [ ${#missing[@]} -gt 0 ]; then
  echo "Installing ${missing[*]} …"
  as_root=()
  [ "$(id -u)" -eq 0 ] || as_root=(sudo)
  "${as_root[@]}" apt-get update -q
  "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -q --no-install-recommends "${missing[@]}"
fi

export JOLLY_LEDGER_OUTSIDE_CHECKS=1
export PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1
logs=target/verify
mkdir -p "$logs"
began=$SECONDS

# Says what a step is, runs it, and shows what it wrote when it fails.
step() {
  local name="$1" log="$logs/$2.log"
  shift 2
  if "$@" > "$log" 2>&1; then
    echo "$(printf '%2d:%02d' $(((SECONDS - began) / 60)) $(((SECONDS - began) % 60)))  $name"
  else
    echo "FAILED: $name; all of it is in $log" >&2
    grep -vE '^(\[INFO\]|$)' "$log" | tail -n 150 >&2
    return 1
  fi
}

tests_of() {
  sed -n 's/.*tests="\([0-9]*\)".*/\1/p' "$1"/target/surefire-reports/TEST-*.xml 2>/dev/null | awk '{ sum += $1 } END { print sum + 0 }'
}

# What is handed out starts and answers.
archive_starts() (
  local unpacked="$work/archive" log="$work/log.txt"
  mkdir -p "$unpacked"
  (cd "$unpacked" && "$(command -v jar)" xf "$OLDPWD"/web/target/jolly-ledger-*.zip)
  local part
  for part in jolly-ledger.sh jolly-ledger.cmd README.txt LICENSE bom.json licences/THIRD-PARTY.txt; do
    [ -s "$unpacked"/jolly-ledger-*/"$part" ] || { echo "The archive lacks $part." >&2; exit 1; }
  done
  cd "$unpacked"
  keytool -genkeypair -alias own -keyalg EC -dname CN=localhost -keystore own.p12 -storepass curtain 2>/dev/null
  bash jolly-ledger-*/jolly-ledger.sh --port 0 --data kept \
    --server.ssl.key-store="$unpacked/own.p12" --server.ssl.key-store-password=curtain > "$log" 2>&1 &
  local started=$!
  for _ in $(seq 2400); do
    grep -q "is ready at" "$log" && break
    kill -0 "$started" 2>/dev/null || break
    sleep 0.5
  done
  local address health
  address="$(sed -n 's/.*is ready at //p' "$log")"
  health="$(python3 -c 'import ssl, sys, urllib.request as ask
print(ask.urlopen(sys.argv[1] + "/actuator/health", context=ssl._create_unverified_context()).read().decode())' "$address" || true)"
  kill -TERM "$started" 2>/dev/null || true
  wait "$started" || true
  [ -s "$unpacked/kept/ledger.mv.db" ] || { echo "The ledger is not in the folder that was named." >&2; cat "$log" >&2; exit 1; }
  [ -s "$(echo "$unpacked"/jolly-ledger-*/app/*.jsa)" ] || { echo "The archive of classes was not made." >&2; exit 1; }
  [[ $address = https://* && $health = *UP* ]] || { echo "The archive does not start:" >&2; cat "$log" >&2; exit 1; }
)

work="$(mktemp -d)"
trap 'kill $(jobs -p) 2>/dev/null || true; rm -rf "$work"' EXIT
# Several of these run at once and share their downloads; Maven itself has to be there first.
mvn=(./mvnw -B -ntp -Daether.syncContext.named.factory=file-lock -Daether.syncContext.named.nameMapper=file-gav)
"${mvn[@]}" --version > "$logs/maven.log"
rm -rf core/target/surefire-reports web/target/surefire-reports core/target/*.jar
# Side by side, so that neither processor is idle: the format and the build of the core, the core's tests and the build of
# the web, then the tests of both.
step "Everything is formatted" format "${mvn[@]}" spotless:check &
format=$!
step "Everything is compiled and packed" package "${mvn[@]}" -Pdistribution package -DskipTests -Dspotless.check.skip=true &
packing=$!
until compgen -G "core/target/*.jar" >/dev/null || ! kill -0 $packing 2>/dev/null; do sleep 0.2; done
step "The core's tests are green" core-tests "${mvn[@]}" -pl core surefire:test -Dforks=1 &
core=$!
wait $format
wait $packing
step "The archive starts and answers" archive archive_starts
failed=0
step "The web's tests are green" web-tests "${mvn[@]}" -pl core,web jar:jar surefire:test -Dcore.skipTests=true \
  -Djolly-ledger.unpacked="$(echo "$work"/archive/jolly-ledger-*/)" || failed=1
wait $core || failed=1
[ $failed -eq 0 ]
echo "       $(tests_of core) tests of the core, $(tests_of web) of the web"
