#!/usr/bin/env bash
# Brings Debian's Chromium without windows where it is missing and this user may; the whole one does as well, slower.
set -uo pipefail
[ -x "${KINDLY_CHROMIUM:-/usr/bin/chromium-headless-shell}" ] && exit 0
if [ "$(id -u)" = 0 ]; then
  apt-get install -y chromium-headless-shell || { apt-get update && apt-get install -y chromium-headless-shell; } ||
    apt-get install -y chromium
fi
[ -x /usr/bin/chromium-headless-shell ] || [ -x /usr/bin/chromium ] ||
  { echo "Chromium is missing. Run: sudo apt-get install -y chromium-headless-shell"; exit 1; }
