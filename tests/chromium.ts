import { existsSync } from 'node:fs';

const SHELL = '/usr/bin/chromium-headless-shell';

/** Debian's Chromium: the one without windows where it is there, since it draws a page for half of the work. */
export const chromiumPath = process.env.KINDLY_CHROMIUM ?? (existsSync(SHELL) ? SHELL : '/usr/bin/chromium');
export const chromiumFlags = [
  '--no-sandbox',
  '--disable-dev-shm-usage',
  '--disable-gpu',
  // Without windows nothing is behind the question whether it can listen by itself: it would end by being asked.
  '--disable-blink-features=OnDeviceWebSpeechAvailable',
];
