import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react'
import { recipes, slotRecipes } from './recipes.ts'

/** One value per light: Desk (cool grey paper), Set (near black), Sun (black on white). */
/** Our face, then one for each script that it does not have; each is fetched by whom shows it only. */
const FACES =
  "'Archivo Variable', 'Noto Sans', 'Noto Sans Arabic', 'Noto Sans Hebrew', 'Noto Sans Devanagari', 'Noto Sans Thai', system-ui, 'Noto Sans CJK JP', sans-serif"

const lights = (desk: string, set: string, sun: string) => ({ value: { base: desk, _set: set, _sun: sun } })

const config = defineConfig({
  conditions: { set: '.set &, .set&', sun: '.sun &, .sun&' },
  globalCss: {
    'html, body, #root': { height: '100%' },
    body: {
      background: 'paper',
      color: 'ink',
      fontFamily: 'body',
      fontSize: '14px',
      lineHeight: 1.4,
      fontFeatureSettings: '"tnum"',
      letterSpacing: '-0.006em',
    },
    '*:focus-visible': { outline: '2px solid', outlineColor: 'action', outlineOffset: '1px' },
    'button, input, select, textarea': { font: 'inherit', color: 'inherit' },
    '*, *::before, *::after': {
      _motionReduce: { animationDuration: '0s !important', transitionDuration: '0s !important' },
    },
  },
  theme: {
    recipes,
    slotRecipes,
    /** The library's parts are set in our sizes. */
    textStyles: {
      xs: { value: { fontSize: 'note', lineHeight: '1.35' } },
      sm: { value: { fontSize: 'small', lineHeight: '1.35' } },
      md: { value: { fontSize: 'body', lineHeight: '1.4' } },
      lg: { value: { fontSize: 'large', lineHeight: '1.3' } },
    },
    tokens: {
      /** Nine sizes, by what they are for. */
      fontSizes: {
        tiny: { value: '11px' },
        note: { value: '12.5px' },
        small: { value: '13px' },
        body: { value: '14px' },
        lead: { value: '15px' },
        large: { value: '18px' },
        title: { value: '21px' },
        answer: { value: '28px' },
        clock: { value: '46px' },
      },
      fonts: {
        body: { value: FACES },
        heading: { value: FACES },
        mono: { value: "'Red Hat Mono Variable', ui-monospace, monospace" },
      },
    },
    semanticTokens: {
      colors: {
        paper: lights('#e8edef', '#0e1216', '#ffffff'),
        leaf: lights('#f7f9f9', '#161b21', '#ffffff'),
        well: lights('#dbe2e5', '#1d242b', '#ededed'),
        ink: lights('#15212b', '#e9e4d6', '#000000'),
        soft: lights('#4a5965', '#a9aca7', '#1c1c1c'),
        faint: lights('#54616b', '#858c92', '#3a3a3a'),
        line: lights('#c9d2d7', '#2a323a', '#8a8a8a'),
        action: lights('#116b66', '#3fb3a8', '#00534e'),
        onAction: lights('#ffffff', '#06201d', '#ffffff'),
        tint: lights('#d7e8e5', '#12302d', '#dff3f0'),
        stop: lights('#a81f1c', '#ff8473', '#a30000'),
        stopTint: lights('#f4d9d6', '#3b1614', '#ffe3e0'),
        watch: lights('#7f4c00', '#f0b455', '#6b3f00'),
        watchTint: lights('#f5e4c4', '#38290f', '#fff0d0'),
        safe: lights('#23713b', '#79d18f', '#075c22'),
        safeTint: lights('#dcecdf', '#14301c', '#e0f5e5'),
        figure: lights('#d8c9b1', '#b9aa90', '#bfae92'),
        /** On plans: panes, and where the sun lies. */
        glass: lights('#2f86b5', '#6cb6e0', '#1f5f86'),
        sunlight: lights('#e8b84a', '#b98f34', '#e8b84a'),
        /** Maps of light, dark to bright: greys, so that no warm place reads as a snag. */
        map0: lights('#7d8992', '#0b0f13', '#a3a3a3'),
        map1: lights('#929da5', '#131920', '#b4b4b4'),
        map2: lights('#a6b0b7', '#1b232b', '#c4c4c4'),
        map3: lights('#b8c1c7', '#242d36', '#d2d2d2'),
        map4: lights('#cad3d8', '#2f3943', '#dedede'),
        map5: lights('#dae1e5', '#3b4651', '#e9e9e9'),
        map6: lights('#e8edf0', '#495560', '#f2f2f2'),
        map7: lights('#f4f7f8', '#596570', '#f9f9f9'),
        map8: lights('#ffffff', '#6b7782', '#ffffff'),
        frameBack: lights('#2b343d', '#232b33', '#2b343d'),
        frameFloor: lights('#37424c', '#2d3740', '#3b4650'),
      },
    },
  },
})

export const system = createSystem(defaultConfig, config)

/**
 * A lighting setup's colour; always shown with its letter. Away from red and amber, which mean snags, and
 * from the green that means safe.
 */
export const SETUP_COLOURS = [
  '#b4532f',
  '#2f66b0',
  '#5d7d1c',
  '#83509f',
  '#8c6d14',
  '#1d7f83',
  '#a8467a',
  '#54687a',
  '#7a5030',
  '#3f4fa0',
] as const
export const setupColour = (colour: number): string => SETUP_COLOURS[colour % SETUP_COLOURS.length]!

export const SCREEN_LIGHTS = ['desk', 'set', 'sun'] as const
export type ScreenLight = (typeof SCREEN_LIGHTS)[number]
