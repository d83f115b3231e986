#!/usr/bin/env bash
# Brings Debian's Chromium where it is missing and this user may.
set -uo pipefail
[ -x "${KINDLY_CHROMIUM:-/usr/bin/chromium}" ] && exit 0
if [ "$(id -u)" != 0 ]; then echo "Chromium is missing. Run: sudo apt-get install -y chromium"; exit 1; fi
apt-get install -y chromium || { apt-get update && apt-get install -y chromium; }
