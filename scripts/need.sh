#!/bin/sh
# Installs Debian packages that are missing. Arguments: package:file-it-brings …
set -eu
missing=""
for pair in "$@"; do
  [ -e "${pair#*:}" ] || missing="$missing ${pair%%:*}"
done
[ -n "$missing" ] || exit 0
echo "Installing from Debian:$missing"
as=""
[ "$(id -u)" = 0 ] || as=sudo
export DEBIAN_FRONTEND=noninteractive
$as apt-get update -qq
# shellcheck disable=SC2086
$as env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $missing >/dev/null
# A server that this very installation started is not wanted; one that was there before is not ours to touch.
case "$missing" in *mariadb-server*)
  if [ -d /run/systemd/system ]; then $as systemctl disable --now mariadb >/dev/null 2>&1 || true; fi ;;
esac
