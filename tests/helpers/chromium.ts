import { headlessChromium } from '../../launch/setup.mjs'

/** Debian's Chromium without a window: no browser is drawn around the page, which costs a test a fifth of its time. */
export const chromiumLaunch = {
  executablePath: headlessChromium,
  chromiumSandbox: false,
  args: ['--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
}
