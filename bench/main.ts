// npm run bench: measures what has been promised and writes docs/bench.md. Figures, not tests.

import { spawn } from 'node:child_process'
import { writeFile } from 'node:fs/promises'
import os from 'node:os'
import { parseArgs } from 'node:util'
import { v7 as uuidv7 } from 'uuid'
import { logWithDevices } from '../soak/devices.ts'
import { create, openWorld, type World } from '../soak/world.ts'
import { measureBrowser } from './browser.ts'
import { foretellAndRun } from './chain.ts'
import { checksumTool, copyLargeFiles, copySmallFiles, rateOfMedium } from './copying.ts'
import { firstTakeAndSheet } from './first.ts'
import { joinByPhone } from './join.ts'
import { fillLargeProduction } from './largeProduction.ts'
import { measureLight } from './light.ts'
import { measureLoad } from './load.ts'
import { measureOrder, measureRest, simulateMs } from './order.ts'
import { calibration } from '../packages/core/src/testing/calibration.ts'
import { measureCover } from './cover.ts'
import { ITEMS, measureInventory, measureKit, PRODUCTIONS } from './kit.ts'
import { measureDropped } from './dropped.ts'
import { measurePlan } from './plan.ts'
import { measurePrep } from './prep.ts'
import { hourLinedUp, ltcTimesRealTime, radioOf40 } from './set.ts'

const { values } = parseArgs({
  options: {
    only: { type: 'string', default: '' },
    gigabytes: { type: 'string', default: '4' },
    files: { type: 'string', default: '100000' },
  },
})
const PARTS = [
  'start',
  'edits',
  'first',
  'join',
  'large',
  'load',
  'light',
  'plan',
  'order',
  'set',
  'cover',
  'kit',
  'chain',
  'dropped',
  'copying',
] as const
if (values.only !== '' && !PARTS.some((part) => part === values.only)) {
  console.error(`There is no part “${values.only}”. Parts are ${PARTS.join(', ')}.`)
  process.exit(2)
}
const lines: { what: string; promised: string; measured: string; met: boolean }[] = []
const add = (what: string, promised: string, measured: string, met: boolean) => {
  lines.push({ what, promised, measured, met })
  console.log(`${met ? '  ' : '! '}${what}: ${measured} (${promised})`)
}
const share = (sorted: readonly number[], at: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * at))] ?? 0
const ms = (n: number) => `${n < 10 ? n.toFixed(1) : Math.round(n)} ms`

/** What an evening's forecast says, and what the server then takes on stand-ins of the same speeds. */
async function chain(): Promise<void> {
  const world = await openWorld()
  try {
    // One process, as one laptop has it.
    await world.servers[1]!.kill()
    const off: number[] = []
    for (const seed of [1, 2, 3]) {
      const { forecastS, tookS } = await foretellAndRun(world, seed)
      console.log(`  evening ${seed}: foretold ${forecastS.toFixed(1)} s, took ${tookS.toFixed(1)} s`)
      off.push(Math.abs(tookS / forecastS - 1))
    }
    const worst = Math.max(...off)
    add('An evening of 5 cards on 3 stand-ins: what it took against its forecast, worst of 3', 'within 10 %', `${(worst * 100).toFixed(1)} %`, worst <= 0.1) // prettier-ignore
  } finally {
    await world.close()
  }
}

async function secondStart(): Promise<void> {
  const once = () =>
    new Promise<number>((resolve, reject) => {
      const from = performance.now()
      const child = spawn('npm', ['start', '--', '--empty'], { env: { ...process.env, PORT: '4391' }, detached: true })
      child.stdout.on('data', (text: Buffer) => {
        const at = /Kavrell is at (\S+)/.exec(String(text))
        if (!at) return
        fetch(at[1]!).then(() => {
          const took = performance.now() - from
          child.once('exit', () => resolve(took))
          process.kill(-child.pid!, 'SIGTERM')
        }, reject)
      })
      child.once('error', reject)
    })
  await once()
  const took = await once()
  add(
    'second start of a prepared machine to a page that answers',
    'under 8 s',
    `${(took / 1000).toFixed(1)} s`,
    took < 8000,
  )
}

async function editRoundTrip(world: World): Promise<void> {
  const place = create('place', { name: 'Bench' })
  const times: number[] = []
  const post = (changes: object[]) =>
    world.ask(world.servers[0]!, `/productions/${world.productionId}/edits`, { id: uuidv7(), label: 'Bench', changes })
  await post([place])
  for (let i = 0; i < 300; i++) {
    const from = performance.now()
    await post([{ op: 'update', kind: 'place', id: place.id, version: 1e6, fields: { noise: `saw ${i}` } }])
    times.push(performance.now() - from)
  }
  times.sort((a, b) => a - b)
  add('edit round trip on loopback, p95 of 300', 'under 50 ms', ms(share(times, 0.95)), share(times, 0.95) < 50)
}

async function devices(world: World): Promise<void> {
  const outcome = await logWithDevices(world, 25, 30, 7, 1000)
  const sorted = [...outcome.roundTripMs].sort((a, b) => a - b)
  const p99 = share(sorted, 0.99)
  add(
    `25 devices logging a take a second each for 30 s, with cuts: p99 of ${sorted.length} edits`,
    'under 100 ms',
    `${ms(p99)} (p50 ${ms(share(sorted, 0.5))})`,
    p99 < 100 && outcome.found.length === 0,
  )
}

async function snapshot(world: World): Promise<void> {
  const times: number[] = []
  let bytes = 0
  for (let i = 0; i < 7; i++) {
    const from = performance.now()
    // Until the last byte is here; reading it is the browser's.
    const response = await fetch(`${world.servers[0]!.address()}/api/productions/${world.productionId}/snapshot`, {
      headers: { cookie: world.cookie() },
    })
    bytes = (await response.arrayBuffer()).byteLength
    times.push(performance.now() - from)
  }
  const median = times.slice(1).sort((a, b) => a - b)[3]!
  add(
    'snapshot of 1,500 shots and 10,000 takes, median of 6',
    'under 400 ms',
    `${ms(median)}, ${(bytes / 1e6).toFixed(1)} MB`,
    median < 400,
  )
}

async function browser(world: World): Promise<void> {
  const b = await measureBrowser(world)
  add('the same, usable in the browser', 'under 1.5 s', ms(b.usableMs), b.usableMs < 1500)
  add(
    'scrolling its 1,500 shots: 95th percentile frame',
    'no dropped frames',
    `${ms(b.frameP95Ms)}, ${b.framesOver33Ms} frames over 33 ms`,
    b.frameP95Ms < 17.5 && b.framesOver33Ms === 0,
  )
  add(
    'the same against an empty list of as many rows on this machine, 95th percentile frame',
    'within 10 %',
    `${ms(b.frameP95Ms)} against ${ms(b.emptyP95Ms)} with ${b.emptyOver33Ms} frames over 33 ms`,
    b.frameP95Ms <= 1.1 * b.emptyP95Ms,
  )
  add(
    'scrolling them a row a frame, 95th percentile frame',
    'no dropped frames',
    `${ms(b.readP95Ms)}, ${b.readOver33Ms} frames over 33 ms`,
    b.readP95Ms < 17.5 && b.readOver33Ms === 0,
  )
  add('a focal length typed to a redrawn preview, in the same list', 'under 50 ms', ms(b.previewMs), b.previewMs < 50)
  add(
    'first load of the app, compressed script',
    'at most 400 kB',
    `${Math.round(b.firstLoadKb)} kB`,
    b.firstLoadKb <= 400,
  )
}

async function dropped(): Promise<void> {
  const world = await openWorld()
  try {
    const { gigabytes, rate, checkMBs, readMBs } = await measureDropped(world, 2)
    add(
      `a folder of ${gigabytes.toFixed(1)} GB held against its list in the browser, against the same browser only reading it`,
      'at least 0.9 of the rate',
      `${rate.toFixed(2)} (${Math.round(checkMBs)} MB/s against ${Math.round(readMBs)} MB/s)`,
      rate >= 0.9,
    )
  } finally {
    await world.close()
  }
}

async function copying(): Promise<void> {
  const { writeMBs, readMBs } = await rateOfMedium()
  const medium = `the medium itself writes ${Math.round(writeMBs)} MB/s and reads ${Math.round(readMBs)} MB/s`
  for (const [figures, least] of [
    [await copyLargeFiles(Number(values.gigabytes)), 0.9],
    [await copySmallFiles(Number(values.files)), 0.5],
  ] as const) {
    add(
      `copy to two drives with hash and check from the medium, ${figures.what}, against cp to both at once, sync, and ${checksumTool} of both`,
      `at least ${least} of the rate`,
      `${figures.rate.toFixed(2)} (${figures.ourSeconds.toFixed(1)} s against ${figures.theirSeconds.toFixed(1)} s; ${medium})`,
      figures.rate >= least,
    )
    add(`memory while at it, ${figures.what}`, 'under 200 MB', `${Math.round(figures.peakMb)} MB`, figures.peakMb < 200)
  }
}

async function join(): Promise<void> {
  const world = await openWorld()
  try {
    const { seconds, stages } = await joinByPhone(world)
    add(
      'joining by a link on a slow phone on a slow network, a name typed, to a slate that can roll',
      'under 20 s',
      `${seconds.toFixed(1)} s`,
      seconds < 20,
    )
    add(
      `opening a stage on that phone, the slowest of ${stages.length}`,
      'under 1 s',
      stages.map((s) => `${s.name} ${ms(s.ms)}`).join(', '),
      stages.every((s) => s.ms < 1000),
    )
  } finally {
    await world.close()
  }
}

async function large(world: World): Promise<void> {
  await fillLargeProduction(world)
  await snapshot(world)
  await browser(world)
  await prep(world)
}

async function load(): Promise<void> {
  const world = await openWorld()
  try {
    const f = await measureLoad(world)
    add('10,000 shots as CSV', 'under 2 s', `${ms(f.csvMs)}, ${f.csvMb.toFixed(1)} MB`, f.csvMs < 2000)
    add('the slowest answer to others meanwhile', 'under 100 ms', ms(f.healthMs), f.healthMs < 100)
    add(
      'a day’s call sheet as PDF in a production of 20,000 records',
      'under 5 s',
      `${ms(f.pdfMs)}, slowest answer to others ${ms(f.pdfHealthMs)}`,
      f.pdfMs < 5000,
    )
    add('5,000 updates in one edit', 'under 3 s', ms(f.updatesMs), f.updatesMs < 3000)
    add(
      'a stranger’s 8 MB to sign in, until they are refused, worst of 5',
      'under 50 ms',
      ms(f.strangerMs),
      f.strangerMs < 50,
    )
    for (const [what, mb] of Object.entries(f.importsMb))
      add(`memory a production takes while it is brought: ${what}`, 'within 300 MB', `${mb.toFixed(0)} MB`, mb < 300)
    add(
      'memory of the server with 100 streams that nobody reads',
      'under 400 MB',
      `${Math.round(f.streamsMb)} MB, ${Math.round(f.beforeMb)} MB before them`,
      f.streamsMb < 400,
    )
    add(
      'a typed line, and a screenplay, with 16,000 spaces in it',
      'under 50 ms',
      `${ms(f.lineMs)}, ${ms(f.screenplayMs)}`,
      f.lineMs < 50 && f.screenplayMs < 50,
    )
  } finally {
    await world.close()
  }
}

function light(): void {
  const f = measureLight()
  add(
    'map of light of 12 × 9 m at 5 cm, 12 lamps of which two behind cloths of 2.4 m, 8 blockers',
    'under 300 ms',
    `${ms(f.mapMs)} (${f.growth.map((g) => `${g.what} ${ms(g.ms)}`).join(', ')})`,
    f.mapMs < 300,
  )
  const { bare } = f
  add(
    `the same by arithmetic alone: ${(bare.tests / 1e6).toFixed(1)} million rays against things, without soft edges, cloths and what comes back`,
    'how far from it is said',
    `${ms(bare.testsMs)}, of which inverse squares ${ms(bare.squaresMs)}: the map takes ${(f.mapMs / bare.testsMs).toFixed(1)} times as long`,
    true,
  )
  add('the same while a hand drags a lamp, on a step of 17 cm', 'at least 30 a second', `${Math.round(1000 / f.lampMs)} a second`, f.lampMs < 1000 / 30) // prettier-ignore
  add('the same while a hand drags a flag', 'at least 30 a second', `${Math.round(1000 / f.flagMs)} a second`, f.flagMs < 1000 / 30) // prettier-ignore
  add(
    'a lamp of the demo moved, to all findings with ways out that were tried',
    'under 1 s',
    ms(f.waysMs),
    f.waysMs < 1000,
  )
  add(
    `light in rooms against a path tracer, all bounces, ${f.marks} marks`,
    'within 10 %',
    `mean ${(f.meanError * 100).toFixed(2)} %, worst ${(f.worstError * 100).toFixed(1)} %, ${ms(f.sceneMs)} a scene`,
    f.worstError < 0.1,
  )
  const share = (f.held / f.marks) * 100
  add('marks whose range of eight in ten holds the truth', '77 to 83 of 100', `${share.toFixed(0)} of 100`, share >= 77 && share <= 83) // prettier-ignore
}

async function plan(world: World): Promise<void> {
  const f = await measurePlan(world)
  const line = (what: string, p95Ms: number, over: number) =>
    add(`a plan of light with 60 objects while ${what}: 95th percentile frame`, 'no dropped frames', `${ms(p95Ms)}, ${over} frames over 33 ms`, p95Ms < 17.5 && over === 0) // prettier-ignore
  line('it is panned', f.panP95Ms, f.panOver33Ms)
  line('a lamp is dragged', f.dragP95Ms, f.dragOver33Ms)
}

function order(): void {
  for (const { file, shots, ms: took, share, isProven, isAsProven } of measureOrder()) {
    const [, name] = file.split('/')
    const within = shots <= 12 ? 1_000 : shots <= 18 ? 15_000 : 10_000
    const found = share === null ? 'none, and why' : `${(100 * share).toFixed(2)} % of the best known${isProven ? ', proven' : ''}` // prettier-ignore
    add(
      `order of ${name!.replace('.json', '')}, ${shots} shots`,
      `${shots <= 18 ? 'proven' : 'within 1 %'}, under ${within / 1000} s`,
      `${found}, ${ms(took)}`,
      isAsProven && took < within && (share === null || share <= (shots <= 18 ? 1 + 1e-9 : 1.01)),
    )
  }
}

function rest(): void {
  const { left, ms: took } = measureRest()
  add(`${left} left of a day put in order anew, within 1 % of the best that is found`, 'under 2 s', ms(took), took < 2_000) // prettier-ignore
}

function set(): void {
  const times = ltcTimesRealTime()
  add('timecode out of 20 minutes of sound, best of 3', 'at least 500 times real time', `${Math.round(times)} times`, times >= 500) // prettier-ignore
  const hour = hourLinedUp()
  add(
    'one hour of 48 kHz laid on another of 58 minutes that drifts by 20 ppm; of four tracks it is three times as much',
    'under 10 s, offset within 1 ms, drift within 1 ppm',
    `${(hour.ms / 1000).toFixed(1)} s, ${hour.offsetOffMs.toFixed(4)} ms, ${hour.driftOffPpm.toFixed(4)} ppm, ${Math.round(hour.residentMb)} MB with both in memory`,
    hour.ms < 10_000 && hour.offsetOffMs < 1 && hour.driftOffPpm < 1,
  )
  add('peaks of three hours, three times one', 'under 5 s', ms(hour.peaksOf3HoursMs), hour.peaksOf3HoursMs < 5000)
  const radio = radioOf40()
  add('largest set of 40 frequencies', 'proven, under 10 s', `${radio.size}${radio.isProved ? ', proven' : ''}, ${ms(radio.ms)}`, radio.isProved && radio.ms < 10_000) // prettier-ignore
}

async function kit(): Promise<void> {
  for (const [list, took] of Object.entries(measureKit()))
    add(`${list}, of ${ITEMS.toLocaleString('en')} things`, 'under 100 ms', ms(took), took < 100)
  const own = await openWorld()
  try {
    const took = await measureInventory(own)
    add(`things of one’s own in ${PRODUCTIONS} productions, asked of the server`, 'under 100 ms', ms(took), took < 100)
  } finally {
    await own.close()
  }
}

function cover(): void {
  const { atOnceMs, longAtOnceMs, long, rota, sight, nobody, why } = measureCover()
  add('a rota planned anew, 38 minutes, six cameras, three people', 'under 1 s', ms(atOnceMs), atOnceMs < 1000)
  add(
    'the same, three hours on a 5 s grid, eight cameras, three people',
    'under 1 s',
    ms(longAtOnceMs),
    longAtOnceMs < 1000,
  )
  if (long.status === 'held')
    add(
      'its visits after ten seconds, and the fewest that any rota has, as proved',
      'good, with a bound',
      `${long.schedule.length}, ${long.leastVisits}`,
      long.leastVisits > 0,
    )
  const share = (percent: number) => `${percent.toFixed(2)} %`
  add(
    '500 live records with failures: seconds with fewer than four good angles',
    'less with the rota than without',
    `${share(rota.bare)} with the rota (${why.join(', ')}; none at all in ${Math.round(rota.withoutAny)} of 100), ${share(sight.bare)} by sight, ${share(nobody.bare)} left alone; fewer than two of four sounds in ${share(rota.thinSound)}`,
    rota.bare < sight.bare && sight.bare < nobody.bare,
  )
}

function outlook(): void {
  const took = simulateMs()
  add('10,000 days of 40 entries gone through', 'under 500 ms', ms(took), took < 500)
  for (const { said, before, after } of calibration(2000, 1000, 1))
    add(
      `days said to be over ${said * 100} % surely, 2,000 productions with other spreads`,
      said === 0.8 ? '77 to 83 of 100' : 'as said',
      `${(before * 100).toFixed(1)} before, ${(after * 100).toFixed(1)} after a day of theirs`,
      Math.max(Math.abs(before - said), Math.abs(after - said)) <= 0.03,
    )
}

async function prep(world: World): Promise<void> {
  const small = await openWorld()
  try {
    const p = await measurePrep(small, world)
    add('searching the 1,500 shots as typed, worst of 5', 'under 50 ms', ms(p.searchMs), p.searchMs < 50)
    add(
      'twenty shots of a scene for two typed at 55 words a minute, from an empty production',
      'under 4 min',
      `${Math.round(p.twentyShotsS)} s, ${p.clicks} click`,
      p.twentyShotsS < 240,
    )
    add(
      'a picture of 12 megapixels dropped until its palette stands',
      'under 1 s, page not blocked',
      `${ms(p.paletteMs)}, page held up ${ms(p.longestBlockMs)} at most`,
      p.paletteMs < 1000 && p.longestBlockMs < 100,
    )
  } finally {
    await small.close()
  }
}

async function first(world: World): Promise<void> {
  const { take, sheet } = await firstTakeAndSheet(world)
  const said = ({ seconds, presses, keys }: typeof take) => `${Math.round(seconds)} s, ${presses} presses, ${keys} keys`
  add('from nothing to the first logged take, at human speed', 'under 1 min', said(take), take.seconds < 60)
  add('from nothing to a first call sheet, at human speed', 'under 5 min', said(sheet), sheet.seconds < 300)
}

const wanted = (part: (typeof PARTS)[number]) => values.only === '' || values.only === part
if (wanted('start')) await secondStart()
const world = await openWorld()
try {
  if (wanted('edits')) {
    await editRoundTrip(world)
    await devices(world)
  }
  if (wanted('first')) await first(world)
  if (wanted('join')) await join()
  if (wanted('large')) await large(world)
} finally {
  await world.close()
}
if (wanted('load')) await load()
if (wanted('light')) light()
if (wanted('plan')) {
  const own = await openWorld()
  try {
    await plan(own)
  } finally {
    await own.close()
  }
}
if (wanted('set')) set()
if (wanted('cover')) cover()
if (wanted('kit')) await kit()
if (wanted('chain')) await chain()
if (wanted('dropped')) await dropped()
if (wanted('order')) {
  order()
  rest()
  outlook()
}
if (wanted('copying')) await copying()
if (values.only !== '') process.exit(0)

const cpu = os.cpus()
const machine = `${cpu.length} × ${cpu[0]?.model.trim()}, ${Math.round(os.totalmem() / 2 ** 30)} GiB, Node ${process.version}, ${os.type()} ${os.release()}`
const table = lines.map((l) => `| ${l.what} | ${l.promised} | ${l.measured} | ${l.met ? 'yes' : '**no**'} |`)
await writeFile(
  'docs/bench.md',
  `# Measured\n\nWritten by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}.\nMachine: ${machine}.\n\n| what | promised | measured | met |\n| --- | --- | --- | --- |\n${table.join('\n')}\n`,
)
console.log('Written to docs/bench.md')
