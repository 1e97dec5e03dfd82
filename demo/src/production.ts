import { Builder } from './builder.ts'
import { addGlass, addLook, addMoney, addNeeds } from './look.ts'
import { addCues } from './cues.ts'
import { addClockLooks, addMoments, addRadio } from './moments.ts'
import { addSetUp, addSignals, addSound } from './patch.ts'
import { addPeople, DEMO_PEOPLE } from './people.ts'
import { addPlaces } from './places.ts'
import { addSetups } from './setups.ts'
import { addScenesAndShots, COVER, ORDER } from './shots.ts'
import { addTakes } from './takes.ts'
import { asId, type Change, rankOfNumber } from '@kavrell/core/records'

export { DEMO_PEOPLE }

/** What the demo's timecode box shows when the demo is loaded: the first morning, just before the bend. */
export const DEMO_CLOCK = '2026-05-14T09:27:00+01:00'

export interface DemoBuild {
  readonly productionId: string
  /** The plan, then the log of the first morning. */
  readonly plan: readonly Change[]
  readonly log: readonly Change[]
  /** Ids of what the loader has to act on: copy, send, change. */
  readonly id: Builder['id']
}

/**
 * *The Long Plank*, two days at Marlhythe Slip. Everything in it is invented. It is meant to be in trouble
 * in the usual ways: each finding it raises has a cause that a person on set would recognise.
 */
const LARGE = { sensorWidthMm: 36, sensorHeightMm: 19, dataRateMbps: 480, nativeIso: 800, mostIso: 6400 }
/** The cameras, and who works them. */
export const DEMO_CAMERAS = [
  { letter: 'A', name: '4K, large sensor', ...LARGE, batteryMin: 110, operator: 'maren' },
  { letter: 'B', name: '4K, large sensor', ...LARGE, batteryMin: 110, operator: 'tobias' },
  { letter: 'C', name: '4K, 24 mm sensor, locked wide', sensorWidthMm: 23.5, sensorHeightMm: 13.2, dataRateMbps: 200, nativeIso: 640, mostIso: 3200, batteryMin: null, stopsItselfMin: 29.5, operator: null },
  { letter: 'D', name: 'small action camera, locked low', sensorWidthMm: 12.8, sensorHeightMm: 7.2, dataRateMbps: 100, nativeIso: 400, mostIso: 1600, batteryMin: 70, stopsItselfMin: 20, tellsItself: true, operator: null },
  { letter: 'E', name: '4K, 24 mm sensor, long lens, locked', sensorWidthMm: 23.5, sensorHeightMm: 13.2, dataRateMbps: 200, nativeIso: 640, mostIso: 3200, batteryMin: 150, operator: null },
  { letter: 'F', name: 'small camera on the tug’s mast', sensorWidthMm: 12.8, sensorHeightMm: 7.2, dataRateMbps: 100, nativeIso: 400, mostIso: 1600, batteryMin: 120, operator: null },
] // prettier-ignore

export function demoProduction(newId: () => string, nowMs: number): DemoBuild {
  const b = new Builder(newId)
  const now = new Date(nowMs).toISOString()
  const productionId = b.add('production', 'production', {
    title: 'The Long Plank',
    client: 'Marlhythe Slip, a school for wooden boats',
    message: 'A plank goes in straight and comes out a boat. Make a stranger want to learn that with their hands.',
    feel: 'Patient, wet timber, cold hands and warm lamps. Nobody explains; we watch them learn.',
    moveMin: 30,
    channels: '1 production\n3 camera and light\n5 safety, the quay edge: keep it free',
    spotMoveMin: 10,
    relightMin: 25,
    turnMin: 12,
    rigMin: 6,
    budgetMinor: 740_000,
    quoteMinor: 860_000,
  })
  b.add('deliverable', 'film', {
    name: 'Film',
    aspect: 2.39,
    rasterWidthPx: 3840,
    rasterHeightPx: 1608,
    runningTimeS: 180,
    shownAt: 'the school’s own screen, festivals',
    rank: rankOfNumber(0),
  })
  b.add('deliverable', 'tall', {
    name: 'Tall cut',
    aspect: 0.5625,
    rasterWidthPx: 1080,
    rasterHeightPx: 1920,
    runningTimeS: 40,
    shownAt: 'telephones',
    rank: rankOfNumber(1),
  })
  addPlaces(b)
  const slip = b.id('place', 'slip')
  b.add('day', 'day 1', {
    title: 'Day 1',
    date: '2026-05-14',
    placeId: asId(slip),
    callMin: 280,
    outByMin: 1350,
    weather: 'read 13 May 18:30: 9 to 15 °C, dry, wind SW 4 m/s, 9 in gusts after 15:00',
    note: 'Ring Juno, +44 7700 900114, about anything.',
  })
  b.add('day', 'day 2', {
    title: 'Day 2',
    date: '2026-05-15',
    placeId: b.id('place', 'quay'),
    callMin: 690,
    outByMin: 1350,
    weather: '',
    note: 'The tide decides. Be early.',
  })
  b.add('day', 'weather day', {
    title: 'Weather day',
    date: '2026-05-16',
    placeId: asId(slip),
    callMin: 280,
    outByMin: 1350,
    weather: '',
    weatherDayOf: b.id('day', 'day 1'),
    note: 'Held until the evening before Day 1.',
  })
  b.add('fixedEvent', 'tide 1', { dayId: b.id('day', 'day 1'), title: 'High water', startMin: 850 })
  b.add('fixedEvent', 'tide 2', { dayId: b.id('day', 'day 2'), title: 'High water', startMin: 889, endMin: 927 })
  addPeople(b)
  for (const { operator, ...camera } of DEMO_CAMERAS)
    b.add('camera', camera.letter, { ...camera, operatorId: operator ? b.id('person', operator) : null })
  b.add('recorder', 'R', {
    letter: 'R',
    name: 'Eight-track recorder',
    tracks: 8,
    operatorId: b.id('person', 'idris'),
    batteryMin: 360,
  })
  b.add('recorder', 'S', { letter: 'S', name: 'Pocket recorder', tracks: 2 })
  addSetups(b)
  addScenesAndShots(b)
  addMoments(b)
  addRadio(b)
  addClockLooks(b)
  addSetUp(b)
  addSound(b)
  addSignals(b)
  addCues(b)
  for (const [day, entries] of Object.entries(ORDER))
    entries.forEach((entry, rank) => {
      const dayId = b.id('day', day)
      if (typeof entry === 'string')
        b.add('orderItem', `${day} ${entry}`, {
          dayId: asId(dayId),
          rank: rankOfNumber(rank),
          type: 'shots',
          shotIds: [b.id('shot', entry)],
        })
      else if ('meal' in entry)
        b.add('orderItem', `${day} ${entry.meal}`, {
          dayId: asId(dayId),
          rank: rankOfNumber(rank),
          type: 'meal',
          title: entry.meal,
          minutes: entry.minutes,
          fixedAtMin: entry.at ?? null,
        })
      else {
        const fixedAtMin = entry.title.startsWith('Launch') ? 885 : null
        b.add('orderItem', `${day} ${entry.together}`, {
          dayId: asId(dayId),
          rank: rankOfNumber(rank),
          type: 'shots',
          title: entry.title,
          shotIds: entry.together.split(' ').map((code) => b.id('shot', code)),
          recorderIds: entry.sound.split(' ').map((r) => b.id('recorder', r)),
          fixedAtMin,
        })
      }
    })
  for (const [day, codes] of Object.entries(COVER))
    codes.forEach((code, i) =>
      b.add('orderItem', `${day} ${code}`, {
        dayId: asId(b.id('day', day)),
        rank: rankOfNumber((ORDER[day]?.length ?? 0) + i),
        type: 'shots',
        shotIds: [b.id('shot', code)],
        standsBy: true,
      }),
    )
  const stills = b.add('unit', 'stills', { name: 'Stills' })
  b.add('orderItem', 'day 2 stills', {
    dayId: b.id('day', 'day 2'),
    rank: rankOfNumber(ORDER['day 2']!.length),
    type: 'fixed',
    title: 'Stills for the school: flags and crowd',
    minutes: 50,
    fixedAtMin: 790,
    unitId: asId(stills),
  })
  addKit(b)
  addMedia(b)
  addLook(b)
  addMoney(b)
  addGlass(b)
  addNeeds(b)
  b.add('timecodeBox', 'box', { name: 'Box 1', offsetMs: Date.parse(DEMO_CLOCK) - nowMs, driftPpm: 0.4, setAt: now })
  const plan = [...b.changes]
  addTakes(b)
  return { productionId, plan, log: b.changes.slice(plan.length), id: (kind, name) => b.id(kind, name) }
}

function addKit(b: Builder): void {
  const items = [
    ['Camera A body', 'camera:A', 1, 0, 'camera', 4.6],
    ['Camera B body', 'camera:B', 0, 1, 'camera', 3.9],
    ['Locked wide camera', 'camera:C', 1, 0, 'small', 1.1],
    ['Action camera', 'camera:D', 1, 0, 'small', 0.3],
    ['Locked long camera', 'camera:E', 1, 0, 'small', 1.6],
    ['Mast camera', 'camera:F', 1, 0, 'small', 0.4],
    ['24 mm lens', 'lens:24', 1, 0, 'glass', 0.6],
    ['35 mm lens', 'lens:35', 2, 0, 'glass', 0.7],
    ['50 mm lens', 'lens:50', 1, 0, 'glass', 0.7],
    ['70 mm lens', 'lens:70', 1, 0, 'glass', 0.9],
    ['85 mm lens', 'lens:85', 1, 0, 'glass', 1],
    ['100 mm macro lens', 'lens:100', 0, 1, 'macro', 0.9],
    ['135 mm lens', 'lens:135', 0, 0, 'glass', 1.1],
    ['Sticks', 'rig:sticks', 3, 0, 'grip', 8],
    ['Clamp', 'rig:clamp', 2, 0, 'grip', 1.2],
    ['Slider, 1 m', 'rig:slider', 1, 0, 'grip', 6],
    ['Macro slider', 'rig:macro slider', 0, 0, 'macro', 3],
    ['300 W daylight lamp, reflector', 'lamp:led-300-reflector', 1, 0, 'light', 7],
    ['300 W daylight lamp, 90 cm soft dome', 'lamp:led-300-soft', 1, 0, 'light', 9],
    ['600 W daylight lamp', 'lamp:led-600-reflector', 0, 1, 'lamp 600', 14],
    ['1200 W daylight lamp', 'lamp:led-1200-spot', 0, 1, 'dusk', 31],
    ['200 W soft panel', 'lamp:panel-200', 1, 0, 'light', 6],
    ['60 W soft panel', 'lamp:panel-60', 2, 0, 'light', 2.5],
    ['Light tube', 'lamp:tube-120', 4, 0, 'tubes', 1.6],
    ['650 W tungsten fresnel', 'lamp:tungsten-650', 1, 0, 'lamp 600', 4],
    ['60 W battery lamp', 'lamp:battery-60', 1, 0, 'light', 1.5],
    ['Eight-track recorder', 'recorder:R', 1, 0, 'sound', 4],
    ['Pocket recorder', 'recorder:S', 1, 0, 'sound', 0.5],
    ['Water, 12 litres', '', 1, 0, 'care', 12.5],
    ['First aid', '', 1, 0, 'care', 2],
    ['Cable mat, 10 m', '', 2, 0, '', 9],
    ['Sandbag, 10 kg', '', 8, 0, 'sand', 10],
  ] as const
  /** A day's rent and worth, of what goes back to the hirer. */
  const hired: Readonly<Record<string, readonly [number, number, string]>> = {
    'Camera B body': [9500, 420_000, 'BH-B-204'],
    '100 mm macro lens': [2800, 95_000, 'BH-M-17'],
    '600 W daylight lamp': [4200, 168_000, 'BH-L-88'],
    '1200 W daylight lamp': [8800, 490_000, 'BH-L-93'],
  }
  const carries: Readonly<Record<string, number>> = { Sticks: 15, 'Slider, 1 m': 8, Clamp: 3 }
  for (const [name, answersTo, owned, rented, box, kg] of items) {
    const [dayRateMinor, valueMinor, serial] = hired[name] ?? []
    const hire = dayRateMinor === undefined ? {} : { from: 'Brackwater Hire', outOn: '2026-05-13', backOn: '2026-05-16', dayRateMinor, valueMinor: valueMinor!, serial: serial!, insurance: 'by the production' } // prettier-ignore
    const takes = carries[name] === undefined ? {} : { carriesKg: carries[name] }
    b.add('kitItem', name, { name, answersTo, owned, rented, case: box, kg, ...hire, ...takes })
  }
  addBatteries(b)
  addStores(b)
  addFault(b)
  addCases(b)
}

/** A quarter of an hour too late: one lamp battery is not full when the van leaves. */
function addBatteries(b: Builder): void {
  const battery = (name: string, owned: number, wh: number, kg: number, box: string) => b.add('kitItem', name, { name, owned, wh, kg, case: box }) // prettier-ignore
  const plate = battery('98 Wh battery', 8, 98, 0.8, 'camera')
  const lamp = battery('290 Wh lamp battery', 2, 290, 2.2, 'light')
  const cells = battery('Cells for transmitters, pair', 6, 6, 0.1, 'sound')
  const chargers = [
    ['Quad charger', 4, 60, [plate]],
    ['Lamp charger', 1, 120, [lamp]],
    ['Cell charger', 4, 6, [cells]],
  ] as const
  for (const [i, [name, slots, watts, takes]] of chargers.entries())
    b.add('charger', name, { name, slots, watts, takes: [...takes], rank: rankOfNumber(i) })
  b.add('chargeNight', 'day1', { dayId: b.id('day', 'day 1'), fromMin: 20 * 60 + 40, untilMin: 4 * 60 + 5, asleepFromMin: 23 * 60 + 30, asleepUntilMin: 3 * 60 + 30 }) // prettier-ignore
}

/** What a day uses up: one roll of tape for two days. */
function addStores(b: Builder): void {
  for (const [name, owned, perDay] of [
    ['Cloth tape, rolls', 1, 1],
    ['Lens tissue, packs', 3, 0.5],
    ['Bin bags', 20, 6],
  ] as const)
    b.add('kitItem', name, { name, owned, perDay })
}

/** A rented lamp with a fault: two things were tried, and what went away was not put back. */
function addFault(b: Builder): void {
  const faultId = b.add('fault', 'flicker', { name: 'Flickers below 20 %', itemId: b.id('kitItem', '600 W daylight lamp'), parts: ['cable', 'socket', 'ballast or supply', 'lamp'] }) // prettier-ignore
  const tried = (part: string, stillThere: boolean, triedAt: string) => b.add('faultTry', part, { faultId, part, stillThere, triedAt }) // prettier-ignore
  tried('cable', true, '2026-05-13T18:10:00.000Z')
  tried('socket', false, '2026-05-13T18:14:00.000Z')
}

function addCases(b: Builder): void {
  const van = b.add('vehicle', 'van', {
    name: 'Van',
    carriesKg: 640,
    driverId: b.id('person', 'maren'),
    rank: rankOfNumber(0),
  })
  const car = b.add('vehicle', 'car', { name: 'Hatchback', carriesKg: 280, rank: rankOfNumber(1) })
  const cases = [
    ['dusk', 'Lamp for dusk, ballast', 8, van],
    ['sand', 'Sandbags', 0, van],
    ['tubes', 'Tubes', 4, van],
    ['macro', 'Macro lens', 3, van],
    ['lamp 600', '600 W lamp and tungsten', 6, van],
    ['light', 'Lamps, panels, dome', 9, van],
    ['grip', 'Sticks, slider, clamps', 7, van],
    ['glass', 'Lenses and filters', 5, van],
    ['camera', 'Cameras A and B', 6, van],
    ['care', 'Water, first aid, dry socks', 1, van],
    ['small', 'Cameras C to F', 2, car],
    ['sound', 'Recorders, boom, transmitters', 4, car],
    ['data', 'Laptop, drives, readers', 3, car],
  ] as const
  for (const [i, [label, name, kg, vehicleId]] of cases.entries())
    b.add('kitCase', label, { label, name, kg, vehicleId, rank: rankOfNumber(i) })
}

function addMedia(b: Builder): void {
  for (const [label, camera, capacityGb] of [
    ['A1', 'A', 256],
    ['A2', 'A', 256],
    ['B1', 'B', 256],
    ['C1', 'C', 128],
    ['C2', 'C', 128],
    ['D1', 'D', 128],
    ['E1', 'E', 128],
    ['F1', 'F', 128],
  ] as const)
    b.add('card', label, {
      label,
      cameraId: b.id('camera', camera),
      capacityGb,
      folder: label,
      case: 'AB'.includes(camera) ? 'camera' : 'small',
    })
  b.add('card', 'R1', { label: 'R1', recorderId: b.id('recorder', 'R'), capacityGb: 64, folder: 'R1', case: 'sound' })
  for (const [label, speed, capacityGb, holder, place] of [
    ['S1', 'fast', 2000, 'sadie', 'laptop bag'],
    ['S2', 'fast', 2000, 'maren', 'in the car'],
    ['H1', 'slow', 4000, 'sadie', 'room 12'],
  ] as const) {
    const driveId = b.add('drive', label, { label, speed, capacityGb, folder: label, case: 'data' })
    b.add('custody', label, {
      driveId: asId(driveId),
      personId: b.id('person', holder),
      place,
      since: '2026-05-13T19:00:00.000Z',
    })
  }
  // With the fast drives first the last card is in before she sleeps; straight onto the slow one it is not.
  b.add('copyHand', 'day 1', { dayId: b.id('day', 'day 1'), personId: b.id('person', 'sadie'), asleepFromMin: 22 * 60 + 45, asleepUntilMin: 6 * 60 + 30 }) // prettier-ignore
}
