/**
 * Features that Chromium goes without. The first two load a page of its own beside each page of a test, which takes
 * more time than opening the studio; the rest is what Playwright leaves out, whose list this one replaces.
 */
const LEFT_OUT = [
  ...['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup'],
  ...['AimEnabled', 'LensOverlay', 'MediaRouter', 'OptimizationHints', 'PreconnectToSearch'],
  ...['HttpsUpgrades', 'HttpsFirstBalancedModeAutoEnable', 'NetworkTimeServiceQuerying'],
  ...['PaintHolding', 'ThirdPartyStoragePartitioning', 'DestroyProfileOnBrowserClose'],
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'AvoidCorsURLLoaderRestartOnRedirect'],
];

/** Debian's Chromium, and how it is started. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--autoplay-policy=no-user-gesture-required',
    `--disable-features=${LEFT_OUT.join(',')}`,
  ],
};
