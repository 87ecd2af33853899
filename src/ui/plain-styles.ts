/**
 * Styles of what changes with every key: figures, the air line, the ledger. They are plain elements with classes, since
 * a component of the library works its style out anew
 * each time it is drawn, and a style that holds a changing number leaves one more rule in the page.
 */
export const plainStyles = {
  '.fig': { display: 'block', width: '100%', paddingBlock: '6px', borderBottomWidth: '1px' },
  'button.fig:hover': { borderColor: 'petrol' },
  '.fig-row': { display: 'flex', alignItems: 'baseline', gap: '1' },
  '.fig-label': { flex: '1', minWidth: 0 },
  '.fig-mark': { color: 'mute', alignSelf: 'center', marginRight: '1' },
  '.num.fig-value': { fontSize: '18px', fontWeight: 600, lineHeight: 1.2 },
  '.fig-small': { fontSize: 'xs', color: 'mute' },
  '.fig-unit': { minWidth: '34px' },
  '.fig-warn .fig-row, .fig-warn .fig-sub': { color: 'brick' },
  '.line-station': {
    minWidth: 0,
    padding: '4px 4px 4px 8px',
    borderLeftWidth: '3px',
    '&:hover, &[aria-selected=true]': { borderColor: 'petrol' },
  },
  '.line-name': { fontWeight: 700, fontSize: 'sm' },
  '[aria-selected=true] > .line-name': { color: 'petrol' },
  '.line-text': {
    fontSize: 'xs',
    color: 'mute',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    whiteSpace: 'nowrap',
  },
  '.line-text-first': { color: 'ink', fontWeight: 600 },
  '.line-share': { display: { base: 'block', md: 'none' }, marginTop: '1' },
  '.line-bar': { position: 'relative', height: '12px', background: 'field' },
  '.line-bar > *': { position: 'absolute', inset: '0 auto 0 0' },
  '.ledger': { marginTop: '2' },
  '.ledger-words': {
    display: 'flex',
    flexWrap: 'wrap',
    columnGap: '3',
    fontSize: 'xs',
    color: 'mute',
    marginTop: '1',
    '& > *': { whiteSpace: 'nowrap' },
    '& > :last-child': { marginLeft: 'auto' },
  },
  '.ledger-whole': { color: 'ink', fontWeight: 600 },
  '.ledger-left': { color: 'copper', fontWeight: 700 },
  '.ledger-words > .ledger-driven': { color: 'brick', fontWeight: 600, whiteSpace: 'normal' },
  '.live-figure': { minWidth: '160px' },
  '.num.live-value': { fontSize: { base: '32px', md: '40px' }, fontWeight: 600, lineHeight: 1.05 },
  '.live-figure[data-first] .live-value': { fontSize: { base: '72px', md: '132px' }, lineHeight: 0.95 },
  '.live-unit': { fontSize: '0.32em', color: 'mute', marginLeft: '2', fontFamily: 'body', fontWeight: 400 },
  '.live-stop-title': { fontSize: { base: '32px', md: '52px' }, fontWeight: 700, lineHeight: 1.05 },
} as const
