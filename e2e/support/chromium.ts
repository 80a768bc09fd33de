/** The browser the journeys drive, and what it need not do for itself. */

/**
 * Chromium hears only the last list of features to leave out: those that the runner leaves out for a page to behave the
 * same each time are in ours too. The two popups of the address bar are pages of their own, which every new browser
 * would load though nobody types an address: a tenth of a run.
 */
const LEFT_OUT = [
  'WebUIOmniboxPopup',
  'WebUIOmniboxAimPopup',
  'AimEnabled',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'ThirdPartyStoragePartitioning',
]

/** How it is launched. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    // Half the machine would go to drawing by a graphics card that is not there.
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    `--disable-features=${LEFT_OUT.join(',')}`,
  ],
}
