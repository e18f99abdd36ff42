/** How Chromium is started without a screen, a network and a person. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
]

/** A browser whose pretended microphone plays a file once. @param file of the sound */
export const pretendsMicrophone = (file: string) => ({
  permissions: ['microphone'],
  launchOptions: {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      ...CHROMIUM_ARGS,
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}%noloop`,
    ],
  },
})
