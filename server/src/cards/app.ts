/** Pictures that a phone puts on its first page; on their own ground, so that they may be cut to any shape. */
const ICONS = [192, 512].map((size) => ({
  src: `/mark-${size}.png`,
  sizes: `${size}x${size}`,
  type: 'image/png',
  purpose: 'any maskable',
}))

/**
 * What a phone needs to put a learner's page beside its other programs (W3C Web Application Manifest).
 * @param card as it stands in the address, a link or an id
 */
export const appOf = (card: string, learner: string) => ({
  name: `Practice: ${learner}`,
  short_name: 'Practice',
  id: `/card/${card}`,
  start_url: `/card/${card}`,
  scope: '/card/',
  display: 'standalone',
  orientation: 'portrait',
  // As the sheet and the frame: see the tokens.
  background_color: '#fdfcfa',
  theme_color: '#221b1f',
  icons: ICONS,
})
