/**
 * How Debian's Chromium is started, the one that never had a window: without reaching for anything outside, and as root where a machine
 * runs its tests so.
 */
export const browserOptions = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
  args: [
    ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--autoplay-policy=no-user-gesture-required',
  ],
};

/** The one with windows, for what the other does not have: cameras and microphones. */
export const withDevices = { ...browserOptions, executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium' };
