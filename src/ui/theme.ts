import { plainStyles } from './plain-styles'
import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react'

const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } })

/**
 * Colours by meaning: air under pressure, spent air, power, limit. Warm grey ground, near-black warm ink; one strong
 * accent.
 */
const config = defineConfig({
  cssVarsPrefix: 'gk',
  // The library's own reset sets every element's font, which overrides the sizes of text in drawings; it is fenced off,
  // and `globalCss` resets what is needed.
  preflight: { scope: '.library-reset', level: 'element' },
  cssVarsRoot: ':where(html)',
  globalCss: {
    '*, *::before, *::after': {
      boxSizing: 'border-box',
      margin: 0,
      padding: 0,
      borderWidth: 0,
      borderStyle: 'solid',
      borderColor: 'rule',
    },
    html: {
      fontFamily: 'body',
      fontSize: '14px',
      lineHeight: 1.4,
      color: 'ink',
      bg: 'ground',
      colorScheme: 'light',
      _print: { background: '#fff !important', color: '#000 !important' },
    },
    // paper is white, whatever the screen is
    'html.dark': {
      colorScheme: 'dark',
      _print: {
        colorScheme: 'light',
        '--gk-colors-ink': '#24211D !important',
        '--gk-colors-mute': '#625C52 !important',
        '--gk-colors-rule': '#CBC5B9 !important',
        '--gk-colors-petrol': '#0F5560 !important',
        '--gk-colors-brick': '#A8322A !important',
      },
    },
    body: { minHeight: '100dvh' },
    'button, input, select, textarea': {
      font: 'inherit',
      color: 'inherit',
      background: 'none',
      letterSpacing: 'inherit',
    },
    button: { cursor: 'pointer', textAlign: 'inherit' },
    'button:disabled': { cursor: 'not-allowed', opacity: 0.5 },
    a: { color: 'inherit', textDecoration: 'none' },
    'h1, h2, h3': { fontSize: 'inherit', fontWeight: 700 },
    'ul, ol': { listStyle: 'none' },
    svg: { display: 'block', maxWidth: '100%' },
    ':focus-visible': { outline: '2px solid', outlineColor: 'focus', outlineOffset: '2px', borderRadius: '1px' },
    table: { borderCollapse: 'collapse', borderSpacing: 0 },
    'b, strong': { fontWeight: 700 },
    '[hidden]': { display: 'none !important' },
    textarea: { resize: 'vertical', display: 'block' },
    option: { background: 'var(--gk-colors-sheet)', color: 'var(--gk-colors-ink)' },
    '.num': { fontFamily: 'mono', fontVariantNumeric: 'tabular-nums', fontWeight: 500 },
    '.sr-only': {
      position: 'absolute',
      width: '1px',
      height: '1px',
      overflow: 'hidden',
      clip: 'rect(0 0 0 0)',
      whiteSpace: 'nowrap',
    },
    ...plainStyles,
    '@page': { margin: '14mm' },
    '.no-print': { _print: { display: 'none !important' } },
    '.unbroken': { breakInside: 'avoid' },
    '.two-columns': { _print: { gridTemplateColumns: '1fr 1fr !important' } },
    '*': { _motionReduce: { animationDuration: '0.01ms !important', transitionDuration: '0.01ms !important' } },
  },
  theme: {
    breakpoints: { sm: '30rem', md: '48rem', lg: '68rem' },
    tokens: {
      fonts: {
        body: { value: "'Commissioner Variable', system-ui, sans-serif" },
        mono: { value: "'Spline Sans Mono Variable', ui-monospace, monospace" },
      },
      fontSizes: {
        xs: { value: '12px' },
        sm: { value: '13px' },
        md: { value: '14px' },
        lg: { value: '16px' },
        xl: { value: '22px' },
      },
      spacing: Object.fromEntries([0, 1, 2, 3, 4, 5, 6, 8, 10, 12].map((n) => [n, { value: `${n * 4}px` }])),
      zIndex: { sticky: { value: 10 }, overlay: { value: 100 }, modal: { value: 110 } },
    },
    semanticTokens: {
      colors: {
        ground: both('#E6E3DC', '#191817'),
        sheet: both('#F3F1EB', '#211F1D'),
        field: both('#FBFAF6', '#2A2825'),
        ink: both('#24211D', '#EAE5DB'),
        mute: both('#625C52', '#A79F92'),
        rule: both('#CBC5B9', '#3A3733'),
        petrol: both('#0F5560', '#6FC0CC'),
        pipe: both('#0F5560', '#1F6A75'),
        onPipe: both('#F3F1EB', '#F3F1EB'),
        pale: both('#7FB2BE', '#35717B'),
        copper: both('#97460F', '#E08E5C'),
        copperWash: both('#E6CDBB', '#4A3325'),
        brick: both('#A8322A', '#E5847B'),
        moss: both('#38652F', '#8FBF82'),
        focus: both('#0F5560', '#6FC0CC'),
        veil: both('rgba(36,33,29,0.35)', 'rgba(0,0,0,0.6)'),
      },
    },
  },
})

export const system = createSystem(defaultBaseConfig, config)

/** A colour token for places that take only CSS text, such as drawings and charts. */
export const color = (name: string): string =>
  `var(--gk-colors-${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)})`
