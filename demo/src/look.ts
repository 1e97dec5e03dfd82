import type { Builder } from './builder.ts'
import { colourName } from '@kavrell/core/colour'
import { type RecordFields, rankOfNumber } from '@kavrell/core/records'

/** Palettes scene by scene, and what in front of the camera is held to them. One jacket strays. */
export function addLook(b: Builder): void {
  const palettes = [
    ['Dawn, yard', '1', 'cold water, first warm light', ['#27394a', '#5e8091', '#c9b387', '#e8dab8'], 1, 3],
    ['Shed, steam', '2', 'tungsten in wet air', ['#3a2a1e', '#8a5a2e', '#d9a55c', '#d0d5cf'], 2, 0],
    ['Sail loft', '3', 'north light, canvas', ['#dde2de', '#b7a88f', '#6c6a55', '#2d302f'], 0, 3],
    ['Bench', '4', 'close, the same lamps', ['#3c2c20', '#8d5c31', '#d6a35e', '#cfd3cc'], 2, 0],
    ['Dusk, slip', '5', 'fire against blue', ['#1f2846', '#7d4a4e', '#da8b4a', '#f0ca8b'], 2, 0],
  ] as const
  palettes.forEach(([name, scene, note, hexes, key, background], rank) =>
    b.add('palette', name, {
      name,
      note,
      rank: rankOfNumber(rank),
      sceneIds: [b.id('scene', scene)],
      colours: hexes.map((hex, i) => ({
        hex,
        name: colourName(hex),
        role: i === key ? 'key' : i === background ? 'background' : '',
      })),
    }),
  )
  const items: readonly (readonly [string, RecordFields<'lookItem'>['type'], string, string, string])[] = [
    ['Edda’s grey jersey', 'wardrobe', 'edda', '1 2 3', '#8d8f88'],
    ['Corin’s blue jacket', 'wardrobe', 'corin', '2', '#2d4f93'],
    ['Corin’s canvas smock', 'wardrobe', 'corin', '3 5', '#a99a7f'],
    ['Steam box lid, tarred', 'set', '', '2', '#2b2019'],
    ['Fire pot', 'prop', '', '5', '#d27f3f'],
  ]
  for (const [name, type, person, scenes, hex] of items)
    b.add('lookItem', name, {
      name,
      type,
      hex,
      personId: person ? b.id('person', person) : null,
      sceneIds: scenes.split(' ').map((scene) => b.id('scene', scene)),
    })
}

/** Lines of money, in cents. */
export function addMoney(b: Builder): void {
  const lines: readonly (readonly [string, Partial<RecordFields<'moneyLine'>>])[] = [
    ['Camera and light, Maren', { basis: 'fee', days: 3, rateMinor: 62_000 }],
    ['Second camera', { basis: 'fee', days: 2, rateMinor: 42_000, growsWith: 'camera' }],
    ['Sound', { basis: 'fee', days: 2, rateMinor: 40_000 }],
    ['Hands on set', { basis: 'fee', quantity: 2, days: 2, rateMinor: 22_000, growsWith: 'person' }],
    ['Camera B body and card', { basis: 'rent', days: 2, rateMinor: 13_500, growsWith: 'camera', actualMinor: 28_400 }],
    ['600 and 1200 W lamps', { basis: 'rent', days: 2, rateMinor: 14_500, actualMinor: 29_000 }],
    ['Lenses of one’s own, upkeep', { basis: 'own', unit: 'job', rateMinor: 9_000 }],
    ['Food and water', { basis: 'travel', quantity: 9, days: 2, rateMinor: 2_200, growsWith: 'person' }],
    ['Rooms', { basis: 'travel', quantity: 4, days: 1, unit: 'night', rateMinor: 6_800 }],
    ['Van and hatchback', { basis: 'travel', quantity: 380, unit: 'km', rateMinor: 42 }],
    ['Quay, town permit', { basis: 'place', unit: 'job', rateMinor: 18_000 }],
    ['Fiddle tune, right to use', { basis: 'usage', unit: 'year and medium', years: 2, media: 2, rateMinor: 5_500 }],
  ]
  lines.forEach(([title, fields], rank) => b.add('moneyLine', title, { title, rank: rankOfNumber(rank), ...fields }))
}

/** Lenses in the case and the modes that are used, named by what they do. */
export function addGlass(b: Builder): void {
  for (const [name, focalLengthMm, tStop, closeFocusM] of [
    ['24 mm T1.5', 24, 1.5, 0.3],
    ['35 mm T1.5', 35, 1.5, 0.35],
    ['50 mm T1.5', 50, 1.5, 0.45],
    ['85 mm T1.5', 85, 1.5, 0.85],
    ['100 mm macro T3.1', 100, 3.1, 0.3],
  ] as const)
    b.add('lens', name, { name, focalLengthMm, longestMm: focalLengthMm, tStop, closeFocusM, imageCircleMm: 43.3 })
  b.add('sensorMode', 'A full', {
    cameraId: b.id('camera', 'A'),
    name: 'Full width 36, 17 : 9',
    widthMm: 36,
    heightMm: 19,
    widthPx: 4096,
    heightPx: 2160,
    mostFps: 60,
  })
  b.add('sensorMode', 'A fast', {
    cameraId: b.id('camera', 'A'),
    name: '24 mm wide, fast',
    widthMm: 24,
    heightMm: 12.7,
    widthPx: 2048,
    heightPx: 1080,
    mostFps: 240,
  })
}

export function addNeeds(b: Builder): void {
  const needs = [
    ['the moment the plank takes the curve', '2', '2B 2D'],
    ['hands, close enough to smell the pine', '4', '4A 4B'],
    ['why she stayed, in her own words', '3', '3A'],
    ['the crowd before the boat moves', '6', ''],
    ['ten seconds of nothing but water', '5', ''],
  ] as const
  needs.forEach(([text, scene, shots], rank) =>
    b.add('need', text, {
      text,
      rank: rankOfNumber(rank),
      sceneId: b.id('scene', scene),
      shotIds: shots ? shots.split(' ').map((code) => b.id('shot', code)) : [],
    }),
  )
}

/** A picture of the demo as a drawing; the loader makes a photograph's worth of points of it. */
export interface DemoPicture {
  readonly caption: string
  readonly svg: string
  readonly purpose: RecordFields<'picture'>['purpose']
  readonly spot?: string
  readonly at?: readonly [number, number]
  readonly shot?: string
}

const drawing = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="760" viewBox="0 0 1200 760">${inside}</svg>`
const fade = (id: string, stops: readonly string[], tilt = 'x1="0" y1="0" x2="0" y2="1"') =>
  `<defs><linearGradient id="${id}" ${tilt}>${stops.map((c, i) => `<stop offset="${i / (stops.length - 1)}" stop-color="${c}"/>`).join('')}</linearGradient></defs><rect width="1200" height="760" fill="url(#${id})"/>`

/** References and scout photographs, drawn for the demo: no real place or person is in them. */
export const DEMO_PICTURES: readonly DemoPicture[] = [
  {
    caption: 'Water before sunrise',
    purpose: 'reference',
    svg: drawing(
      `${fade('a', ['#27394a', '#40596c', '#5e8091', '#c9b387', '#e8dab8'])}<path d="M0 560 L380 500 L820 540 L1200 470 V760 H0 Z" fill="#22303d"/>`,
    ),
  },
  {
    caption: 'Steam and lamp',
    purpose: 'reference',
    svg: drawing(
      `${fade('b', ['#2a1d14', '#3a2a1e', '#8a5a2e'], 'x1="0" y1="1" x2="1" y2="0"')}<circle cx="860" cy="230" r="150" fill="#d9a55c"/><ellipse cx="500" cy="420" rx="420" ry="130" fill="#d0d5cf" opacity="0.35"/>`,
    ),
  },
  {
    caption: 'Canvas in north light',
    purpose: 'reference',
    svg: drawing(
      `${fade('c', ['#dde2de', '#cfcfc4', '#b7a88f', '#6c6a55'], 'x1="0" y1="0" x2="1" y2="0.4"')}<path d="M0 760 L300 420 L700 610 L1200 380 V760 Z" fill="#2d302f"/>`,
    ),
  },
  {
    caption: 'Fire pot on the slip',
    purpose: 'reference',
    svg: drawing(
      `${fade('d', ['#1f2846', '#3a3350', '#7d4a4e'])}<circle cx="640" cy="520" r="110" fill="#da8b4a"/><circle cx="640" cy="500" r="52" fill="#f0ca8b"/>`,
    ),
  },
  {
    caption: 'Shavings on the bench',
    purpose: 'reference',
    svg: drawing(
      `${fade('e', ['#3c2c20', '#8d5c31', '#d6a35e'], 'x1="0" y1="0" x2="1" y2="1"')}<path d="M120 600 q 160 -220 320 -40 t 300 -60 t 320 10" stroke="#e9cfa0" stroke-width="26" fill="none"/>`,
    ),
  },
  {
    caption: 'Loft, towards the north window',
    purpose: 'scout',
    spot: 'loft',
    at: [6, 7],
    svg: drawing(
      `${fade('f', ['#a9b0ae', '#8c8878', '#595646'])}<rect x="420" y="120" width="360" height="260" fill="#e7edee"/>`,
    ),
  },
  {
    caption: 'Loft, the mirror',
    purpose: 'scout',
    spot: 'loft',
    at: [8.4, 5],
    svg: drawing(
      `${fade('g', ['#8f8b7d', '#6e6a5c', '#3e3b33'])}<rect x="690" y="150" width="250" height="420" fill="#bfc8c9" stroke="#1c1a17" stroke-width="14"/>`,
    ),
  },
  {
    caption: 'Board 2A',
    purpose: 'board',
    shot: '2A',
    svg: drawing(
      `<rect width="1200" height="760" fill="#efe9dd"/><path d="M80 620 H1120 M300 620 V300 H760 V620 M300 300 L530 180 L760 300" stroke="#22262a" stroke-width="9" fill="none"/><path d="M520 470 q -90 -120 30 -190 q 120 -70 60 -180" stroke="#22262a" stroke-width="6" fill="none" opacity="0.6"/><circle cx="900" cy="400" r="34" fill="#22262a"/><path d="M900 434 V600 M840 500 H960" stroke="#22262a" stroke-width="16"/>`,
    ),
  },
]
