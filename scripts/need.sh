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
# The packages' own server is not ours: stop it if installing started one.
if [ -d /run/systemd/system ]; then $as systemctl disable --now mariadb >/dev/null 2>&1 || true; fi
