import { existsSync } from 'node:fs'

const SHELL = '/usr/bin/chromium-headless-shell'

/**
 * Debian's Chromium that draws no window, or its whole browser where that is not there: this draws a window with its own
 * controls for every page, which takes longer than most pages of the application.
 */
export const chromium = (...more: string[]) => ({
  executablePath: existsSync(SHELL) ? SHELL : '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    // solids are drawn without a graphics card, pages are put together without its stand-in
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--disable-gpu-compositing',
    '--disable-quic',
    '--disable-background-networking',
    '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE localhost, EXCLUDE 127.0.0.1',
    ...more,
  ],
})
