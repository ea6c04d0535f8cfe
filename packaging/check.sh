#!/usr/bin/env bash
# Builds the package, installs it on this machine, runs the command line and the window from it, and takes it off again.
# As root on Debian; called by ./heron package --check.
set -euo pipefail
home=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
say() { printf 'heron: %s\n' "$*" >&2; }
[ "$(id -u)" = 0 ] && command -v dpkg >/dev/null || { say "the check installs the package and so needs root on Debian"; exit 2; }
command -v Xvfb >/dev/null || apt-get install -y -qq --no-install-recommends xvfb >&2

deb=$("$home/packaging/build.sh" | tail -n 1)
say "$(basename "$deb"): $(($(stat -c %s "$deb") / 1000000)) MB"
work=$(mktemp -d)
trap 'dpkg -r idle-heron >/dev/null 2>&1 || true; [ -z "${xvfb:-}" ] || kill "$xvfb" 2>/dev/null || true; rm -rf "$work"' EXIT
dpkg -i "$deb" >"$work/install.log" 2>&1 || { DEBIAN_FRONTEND=noninteractive apt-get install -f -y -qq >&2; }
installed=$(du -sm /opt/idle-heron | cut -f1)
say "installed: $installed MB"
[ "$installed" -lt 150 ] || { say "more than 150 MB"; exit 1; }
[ "$(command -v heron)" = /usr/bin/heron ] || { say "heron is not on the path"; exit 1; }
ls /usr/share/applications/*idle-heron*.desktop >/dev/null || { say "no menu entry"; exit 1; }

# away from this folder and without its JDK
unset JAVA_HOME
export HOME=$work XDG_DATA_HOME=$work/data XDG_CONFIG_HOME=$work/.config
cd "$work"
status=0; heron demo-data "$work/demo" >/dev/null || status=$?
[ "$status" = 0 ] || { say "heron demo-data ended with $status"; exit 1; }
status=0; heron check "$work/demo/postwoman.fbx" >"$work/check.txt" || status=$?
[ "$status" = 1 ] && grep -q 'node-scale' "$work/check.txt" || { say "heron check ended with $status"; cat "$work/check.txt" >&2; exit 1; }
status=0; heron compare "$work/demo/postwoman_sent.fbx" "$work/demo/postwoman_from_alder.fbx" --report "$work/r.pdf" >/dev/null || status=$?
[ "$status" = 1 ] && [ -s "$work/r.pdf" ] || { say "heron compare ended with $status"; exit 1; }

n=90; while [ -e "/tmp/.X$n-lock" ]; do n=$((n + 1)); done
Xvfb ":$n" -screen 0 1280x800x24 >/dev/null 2>&1 & xvfb=$!
sleep 1
DISPLAY=:$n heron "$work/demo/postwoman.fbx" >"$work/window.log" 2>&1 & window=$!
for _ in $(seq 30); do
  sleep 1
  kill -0 "$window" 2>/dev/null || { say "the window ended"; cat "$work/window.log" >&2; exit 1; }
  [ -f "$work/.config/idle-heron/settings.json" ] && grep -q postwoman "$work/.config/idle-heron/settings.json" && opened=1 && break
done
kill "$window" 2>/dev/null || true
[ -n "${opened:-}" ] || { say "the window did not open the file"; cat "$work/window.log" >&2; exit 1; }
dpkg -r idle-heron >/dev/null
if [ -e /usr/bin/heron ] || [ -e /usr/share/applications/idle-heron.desktop ]; then say "heron is still on the path"; exit 1; fi
say "installed, ran and removed"
