import type { RecordFields } from '@kavrell/contract'
import type { Builder } from './builder.ts'

type Extra = Partial<Omit<RecordFields<'shot'>, 'personIds' | 'pairId'>>
type Row = readonly [code: string, sees: string, camera: string, who: string, lens: number, stop: number, distance: number, setup: string, side: string, rig: string, minutes: number, extra?: Extra]

const SCENES = [
  ['1', 'Dawn, yard', 'yard', 'Cold water, first warm light.'], ['2', 'Shed, steam', 'shed', 'Tungsten in wet air.'], ['3', 'Sail loft', 'loft', 'North light, canvas.'],
  ['4', 'Hands and shavings', 'bench', 'Close, slow.'], ['5', 'Dusk, slip', 'slipway', 'Fire against blue.'], ['6', 'Launch', 'quayside', 'High water, once.'],
] as const

const SHOTS: readonly Row[] = [
  ['1A', 'Yard wakes, wide from the slip', 'A', 'edda', 24, 4, 9, 'A', '', 'slider', 25, { window: 'dawn', mustHave: true, takesExpected: 2, figure: 'standing' }],
  ['1B', 'Edda unlocks the shed', 'A', 'edda', 35, 2.8, 2.6, 'A', 'out', 'handheld', 20, { window: 'dawn', frameSide: 'right' }],
  ['1C', 'Gulls on the ways', 'A', '', 100, 4, 22, 'A', 'out', 'sticks', 15, { window: 'dawn', figure: 'none' }],
  ['2E', 'Planing, wide', 'A', 'edda corin', 24, 2.8, 4.5, 'B', 'in', 'sticks', 30, { mustHave: true }],
  ['2F', 'Planing, over the shoulder', 'B', 'edda corin tobias', 50, 2.8, 2.4, 'B', 'in', 'handheld', 20, { frameSide: 'left' }],
  ['2G', 'Corin listens', 'B', 'corin tobias', 85, 2, 3, 'B', 'out', 'sticks', 20, { frameSide: 'right', takeSeconds: 90 }],
  ['2H', 'Caulking iron, hands', 'A', 'edda', 85, 2.8, 1.4, 'B', 'out', 'sticks', 25, { fpsNum: 30, figure: 'none', frameSide: 'centre' }],
  ['2J', 'Dust in the door light', 'B', 'tobias', 50, 2.8, 3.5, 'B', 'out', 'sticks', 15, { fpsNum: 60, slowMotion: true, figure: 'none' }],
  ['2A', 'Steam box opens, master', 'C', 'edda corin', 24, 2.8, 7.5, 'C', 'in', 'clamp', 45, { onceOnly: true, mustHave: true, takesExpected: 1, takeSeconds: 900, quiet: true }],
  ['2B', 'Plank carried to the frames', 'A', 'edda corin', 50, 2, 3.5, 'C', 'in', 'handheld', 45, { onceOnly: true, mustHave: true, takesExpected: 1, takeSeconds: 300 }],
  ['2C', 'Clamps bite, hands', 'D', 'corin', 35, 2.8, 2, 'C', 'in', 'clamp', 45, { onceOnly: true, takesExpected: 1, takeSeconds: 900, figure: 'none' }],
  ['2D', 'Corin’s face as it takes the curve', 'B', 'corin tobias idris sadie', 85, 2, 3.2, 'C', 'out', 'sticks', 45, { onceOnly: true, mustHave: true, takesExpected: 1, takeSeconds: 300 }],
  ['4A', 'Adze shavings, 200 fps', 'A', 'edda', 100, 5.6, 0.6, 'E', 'in', 'macro slider', 40, { fpsNum: 200, slowMotion: true, figure: 'none', takeSeconds: 12, takesExpected: 5 }],
  ['4B', 'Caulking cotton, macro', 'A', 'corin', 100, 4, 0.5, 'E', 'in', 'macro slider', 25, { figure: 'none' }],
  ['3A', 'Edda interview, close', 'A', 'edda idris', 85, 2.8, 2.1, 'D', 'N', 'sticks', 50, { frameSide: 'left', figure: 'seated', quiet: true, mustHave: true, takeSeconds: 900 }],
  ['3B', 'Edda interview, profile', 'B', 'edda tobias idris', 50, 2.8, 3.3, 'D', 'N', 'slider', 20, { frameSide: 'right', figure: 'seated', quiet: true }],
  ['3C', 'Corin interview, close', 'A', 'corin idris', 85, 2.8, 2.1, 'D', 'S', 'sticks', 40, { frameSide: 'left', figure: 'seated', quiet: true, mustHave: true, takeSeconds: 600 }],
  ['3D', 'The sail she will carry', 'B', 'tobias hollis', 24, 4, 5, 'D', 'S', 'slider', 20, { figure: 'none' }],
  ['5A', 'Launch rehearsal at dusk', 'A', 'edda corin', 35, 2, 5, 'F', 'out', 'sticks', 40, { window: 'dusk', mustHave: true }],
  ['5B', 'Fire pot and faces', 'B', 'edda corin tobias hollis', 50, 2, 3, 'F', 'out', 'handheld', 25, { window: 'dusk', frameSide: 'left' }],
  ['6A', 'Launch, master from the light', 'C', 'edda sadie', 35, 5.6, 30, 'G', '', 'sticks', 50, { onceOnly: true, mustHave: true, takesExpected: 1, takeSeconds: 2300, ndStops: 5.4 }],
  ['6B', 'Launch, bow and crew', 'A', 'edda idris', 70, 4, 14, 'G', '', 'handheld', 50, { onceOnly: true, mustHave: true, takesExpected: 1, takeSeconds: 2300, ndStops: 8 }],
  ['6C', 'Launch, faces in the crowd', 'B', 'tobias', 135, 4, 18, 'G', '', 'handheld', 50, { onceOnly: true, takesExpected: 1, takeSeconds: 2300, ndStops: 6.4 }],
  ['6D', 'Tow to the mooring', 'A', 'edda corin', 70, 5.6, 25, 'G', 'out', 'handheld', 30, { ndStops: 5.4 }],
  ['6E', 'Evening thanks', 'A', 'edda', 50, 2, 3, 'H', 'out', 'sticks', 25, { window: 'golden-evening' }],
]

const PAIRS: Readonly<Record<string, string>> = { '3C': '3A', '2G': '2F' }

export function addScenesAndShots(b: Builder): void {
  SCENES.forEach(([number, title, spot, note], rank) => b.add('scene', number, { number, title, note, spotId: b.id('spot', spot), rank }))
  SHOTS.forEach(([code, sees, camera, who, focalLengthMm, tStop, distanceM, setup, side, rig, minutes, extra], rank) => {
    b.add('shot', code, {
      sceneId: b.id('scene', code[0]!), code, sees, cameraId: b.id('camera', camera), personIds: who ? who.split(' ').map((key) => b.id('person', key)) : [],
      focalLengthMm, tStop, distanceM, setupId: b.id('setup', setup), side, rig, minutes, rank, pairId: PAIRS[code] ? b.id('shot', PAIRS[code]) : null, ...extra,
    })
  })
}

/** Shots that were in the order of each day, in groups that roll together, with meals and fixed times between. */
export const ORDER: Readonly<Record<string, readonly (string | { meal: string; minutes: number; at?: number } | { together: string; title: string; sound: string })[]>> = {
  'day 1': ['1A', '1B', '1C', '2E', '2F', '2G', '2H', '2J', { together: '2A 2B 2C 2D', title: 'Steam box opens', sound: 'R S' }, '4A', '4B', { meal: 'Meal, net store', minutes: 45 },
    { together: '3A', title: 'Edda interview', sound: 'R' }, { together: '3B', title: 'Edda profile', sound: 'R' }, { together: '3C', title: 'Corin interview', sound: 'R' }, '3D', { meal: 'Supper, net store', minutes: 45, at: 1140 }, '5A', '5B'],
  'day 2': [{ together: '6A 6B 6C', title: 'Launch at high water', sound: 'R' }, '6D', { meal: 'Meal, harbour office', minutes: 60 }, '6E'],
}
