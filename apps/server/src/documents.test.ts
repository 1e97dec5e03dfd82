import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { QueryTypes } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { create, openTestServer, type TestServer } from './testServer.ts'

let world: TestServer
let demo = ''
let dayId = ''
let cookie = ''
type Row = Record<string, unknown> & { readonly id: string }
let records: Record<string, Record<string, Row>>

beforeAll(async () => {
  world = await openTestServer()
  demo = await world.enterDemo()
  cookie = world.cookies.get('demo')!
  const file = (await world.call('demo', `/productions/${demo}/export.json`)).json as unknown as {
    records: Record<string, Row[]>
  }
  records = Object.fromEntries(
    Object.entries(file.records).map(([kind, rows]) => [kind, Object.fromEntries(rows.map((row) => [row.id, row]))]),
  )
  dayId = all('day').find((d) => d.title === 'Day 1')!.id
})
afterAll(() => world?.close())

const all = (kind: string) => Object.values(records[kind] ?? {})
const ask = (route: string, base = world.server) =>
  fetch(`${base.address}/api/productions/${demo}${route}`, { headers: { cookie } })
const sql = <T extends object>(text: string, replacements: Record<string, unknown> = {}) =>
  world.server.services.database.query<T>(text, { replacements, type: QueryTypes.SELECT })
const edit = (kind: string, id: string, fields: object) =>
  world.call('demo', `/productions/${demo}/edits`, {
    id: uuidv7(),
    label: 'Test',
    changes: [{ op: 'update', kind, id, version: 1_000_000, fields }],
  })

interface Paper {
  readonly pages: number
  /** Points, width and height. */
  readonly size: readonly [number, number]
  readonly text: string
}
async function read(route: string): Promise<Paper> {
  const answer = await ask(route)
  expect(answer.status).toBe(200)
  expect(answer.headers.get('content-type')).toBe('application/pdf')
  const pdf = await getDocument({ data: new Uint8Array(await answer.arrayBuffer()), verbosity: 0 }).promise
  const texts: string[] = []
  let size: readonly [number, number] = [0, 0]
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n)
    const [x0, y0, x1, y1] = page.view as [number, number, number, number]
    size = [Math.round(x1 - x0), Math.round(y1 - y0)]
    texts.push((await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' '))
  }
  const pages = pdf.numPages
  await pdf.destroy()
  return { pages, size, text: texts.join(' ').replace(/\s+/g, ' ') }
}

describe('for the editor', () => {
  interface Item {
    OTIO_SCHEMA: string
    name: string
    source_range: { start_time: { value: number; rate: number }; duration: { value: number; rate: number } }
    metadata: { kavrell?: Record<string, unknown> }
    markers: { comment: string }[]
  }
  const tracks = async () => {
    const answer = await ask(`/days/${dayId}/takes.otio`)
    const timeline = (await answer.json()) as {
      tracks: { children: { name: string; kind: string; children: Item[] }[] }
    }
    return timeline.tracks.children
  }
  const isClip = (item: Item) => item.OTIO_SCHEMA === 'Clip.1'
  test('every camera and every sound source has a track, takes of several devices stand on each of theirs', async () => {
    const all = await tracks()
    expect(all.map(({ name, kind }) => [name, kind])).toEqual([
      ['Camera A', 'Video'],
      ['Camera B', 'Video'],
      ['Camera C', 'Video'],
      ['Camera D', 'Video'],
      ['Sound R', 'Audio'],
    ])
    const [a, b, c, , r] = all.map(({ children }) => children.filter(isClip).map((clip) => clip.name))
    expect(a).toContain('1B take 4 A')
    expect(b).toEqual(['2F take 1 B', '2G take 1 B', '2G take 2 B', '2 cold take 1 B'])
    // Its card was changed while it went on.
    expect(c).toEqual(['2 cold take 1 C', '2 cold take 1 C'])
    expect(r).toContain('2F take 1 R')
    expect(r).toContain('Wild sound W1 R')
  })
  test('where a clip lies in its track is when it was recorded', async () => {
    for (const { children } of await tracks()) {
      const seconds = ({ source_range: { duration } }: Item) => duration.value / duration.rate
      let at = 0
      const begins: number[] = []
      const labels: number[] = []
      for (const item of children) {
        if (isClip(item)) {
          begins.push(at)
          labels.push(item.source_range.start_time.value / item.source_range.start_time.rate)
        }
        at += seconds(item)
      }
      // As far from one another as their timecodes are: the day begins with camera A, at 05:04:12.
      const first = 5 * 3600 + 4 * 60 + 12
      begins.forEach((begin, i) => expect(begin).toBeCloseTo(labels[i]! - first, 1))
    }
  })
  test('slate, card, verdict and notes go with each', async () => {
    const [a] = await tracks()
    const clip = a!.children.find((item) => item.name === '1B take 4 A')!
    expect(clip.metadata.kavrell).toMatchObject({
      device: 'A',
      takes: [{ slate: '1B', take: 4, verdict: 'good', shots: ['1B'], notes: ['key turns cleanly'] }],
      captureFps: 25,
      framesInFile: 37 * 25,
    })
    expect(clip.markers.map((marker) => marker.comment)).toEqual(['key turns cleanly'])
  })
  test('a camera report, a sound report and an editor’s log, as a table, as data and on paper', async () => {
    const log = async (name: string, only = 'all') => ask(`/days/${dayId}/logs/${name}/${only}`)
    const csv = Buffer.from(await (await log('camera.csv')).arrayBuffer())
    // Spreadsheets read it right: it says that it is Unicode.
    expect([...csv.subarray(0, 3)]).toEqual([0xef, 0xbb, 0xbf])
    const lines = csv.toString().trim().split('\r\n')
    expect(lines[0]).toContain('slate,take,device,card,start,stop,seconds')
    expect(lines.some((line) => line.includes(',2F,1,B,B1,'))).toBe(true)
    const sound = (await (await log('sound.json')).json()) as { lines: { device: string; slate: string }[] }
    expect(new Set(sound.lines.map((line) => line.device))).toEqual(new Set(['R']))
    const cameraB = all('camera').find((camera) => camera.letter === 'B')!
    const ofB = (await (await log('editor.json', String(cameraB.id))).json()) as {
      only: string
      lines: { device: string }[]
    }
    expect(ofB.only).toBe('camera B')
    expect(ofB.lines).toHaveLength(4)
    expect((await log('weather.pdf')).status).toBe(404)
    const { text } = await read(`/days/${dayId}/logs/camera.pdf/all`)
    expect(text).toContain('Camera report')
    expect(text).toContain('key turns cleanly')
  })
})

describe('what stands on the papers', () => {
  test('the shot list has every shot of every scene, with lens, stop and rate', async () => {
    const { text, pages } = await read('/shots.pdf')
    expect(pages).toBeGreaterThan(1)
    for (const shot of all('shot')) expect(text).toContain(String(shot.code))
    for (const scene of all('scene').filter((s) => all('shot').some((shot) => shot.sceneId === s.id)))
      expect(text).toContain(`Scene ${String(scene.number)}`)
    const slow = all('shot').find((s) => Number(s.fpsNum) / Number(s.fpsDen) === 200)!
    expect(text).toContain(`${String(slow.focalLengthMm)} mm T${String(slow.tStop)}`)
    expect(text).toContain('200 fps')
  })
  test('the patch sheet says where each sound goes, which voice is thin, and gives each camera its card', async () => {
    const { text } = await read('/patch-sheet.pdf')
    expect(text).toMatch(/Boom\s+Edda Marsh, Corin Marsh\s+Boom link, 611.9 MHz\s+R 3, R 4 −10 dB\s+–/)
    expect(text).toContain('The voice of Corin Marsh has 1 of 2 independent recordings.')
    expect(text).toMatch(/R\s+1 Lav 1\s+2 Lav 2\s+3 Boom\s+4 Boom\s+5, 6, 7, 8/)
    expect(text).toContain('Lav 1 on A, input 1')
    expect(text).toMatch(/Camera D[\s\S]*frame rate\s+25[\s\S]*stops itself\s+20 min/)
    expect(text).toContain('Local rules and licences decide')
    // A label for each end of a cable.
    expect(text.match(/Boom › R 4\s+pad 10 dB, by air, Boom link/g)).toHaveLength(2)
    expect(text).toMatch(/Camera A › Focus\s+monitor 1/)
  })
  test('the packing list has each case in the order in which it is loaded, all that goes in it, and the night’s charging', async () => {
    const { text } = await read('/packing-list.pdf')
    expect(text).toMatch(/Day 1: Van, at least \d+(\.\d)? of 640 kg[\s\S]*1\s+dusk\s[\s\S]*10\s+care/)
    for (const item of all('kitItem').filter((one) => Number(one.owned) + Number(one.rented) > 0))
      if (!/^(camera|lens|recorder):/.test(String(item.answersTo)))
        expect(text).toContain(String(item.name).slice(0, 14))
    expect(text).toContain('Not full: 1 × 290 Wh lamp battery')
    expect(text).toMatch(/20:40\s[\s\S]{0,120}4 × 98 Wh battery in Quad charger/)
    expect(text).toContain('In no case')
  })
  test('cues and rota say when each comes, and who goes to which camera with a box to tick', async () => {
    const { text } = await read('/cues.pdf')
    for (const cue of all('cue').filter((one) => !one.gone)) expect(text).toContain(String(cue.name).slice(0, 20))
    for (const moment of all('moment')) expect(text).toContain(String(moment.name))
    expect(text).toMatch(/To be caught[\s\S]*25:00[\s\S]*The oldest hand of the yard/)
    expect(text).toMatch(/Rota: 4 good angles where they are wanted\.[\s\S]*restarts [A-Z]/)
  })
  test('a card’s report has its copies, files and life, never a word that it may be wiped; of no card there is none', async () => {
    const card = all('card').find(({ label }) => label === 'A1')!
    const { text } = await read(`/cards/${String(card.id)}/report.pdf`)
    expect(text).toMatch(/Card A1[\s\S]*Whether it may be wiped is asked at the reader/)
    const runs = all('copyRun').filter(({ cardId, outcome }) => cardId === card.id && outcome === 'complete')
    expect(runs.length).toBeGreaterThan(0)
    for (const run of runs) expect(text).toContain(String(run.folder).slice(0, 12))
    for (const clip of all('clip').filter(({ cardId }) => cardId === card.id)) expect(text).toContain(String(clip.path).slice(-10)) // prettier-ignore
    const strange = await world.call('owner', `/productions/${world.productionId}/cards/00000000-0000-4000-8000-000000000000/report.pdf`) // prettier-ignore
    expect(strange.status).toBe(404)
  })
  test('the sync report says where each lies, what drifts too far, where nothing records and what to look at', async () => {
    const place = (file: string, fields: object) => create('syncPlace', { file, reference: 'R.wav', seconds: 60, by: 'sound', atS: 0, keptAt: '2026-05-14T20:00:00.000Z', ...fields }) // prettier-ignore
    const changes = [
      place('R.wav', { by: 'reference' }),
      place('A.mov', { atS: -1.25, withinS: 0.0004, driftPpm: 12 }),
      place('B.mov', { atS: 30, seconds: 3600, driftPpm: -40 }),
      place('C.mov', { atS: 4000, by: 'timecode' }),
      place('D.mov', { atS: null, by: 'nothing' }),
    ]
    const kept = await world.call('demo', `/productions/${demo}/edits`, { id: uuidv7(), label: 'Keep', changes })
    expect(kept.status).toBe(201)
    const { text } = await read('/sync.pdf')
    expect(text).toMatch(/A\.mov\s+by what was heard\s+−0:01\.250\s+0\.4 ms\s+12\.0 ppm/)
    expect(text).toContain('B.mov is −144 ms off where it ends, 3.6 frames')
    expect(text).not.toContain('A.mov is')
    expect(text).toContain('From 60:30.000 to 66:40.000 nothing records.')
    expect(text).toContain('C.mov lies by timecode alone')
    expect(text).toContain('D.mov was found nowhere.')
  })
  test('every card, drive, case and device has a label', async () => {
    const { text } = await read('/labels.pdf')
    for (const kind of ['card', 'drive', 'kitCase'])
      for (const one of all(kind)) expect(text).toMatch(new RegExp(`(^|\\s)${String(one.label)}\\s`))
    for (const one of all('camera')) expect(text).toContain(String(one.name).slice(0, 20))
  })
  test('the pocket checklist has a line for each and says which must not be missed', async () => {
    const { text } = await read('/shots-pocket.pdf')
    for (const shot of all('shot')) expect(text).toContain(String(shot.code))
    expect(text.match(/\(must\)/g)).toHaveLength(all('shot').filter((s) => s.mustHave).length)
  })
  test('the boards name every shot under its frame', async () => {
    const { text } = await read('/boards.pdf')
    for (const shot of all('shot')) expect(text).toContain(String(shot.sees).replace(/\s+/g, ' ').slice(0, 12))
  })
  test('the call sheet has the people with their own calls, the way there, the hospital and the cautions', async () => {
    const { text } = await read(`/days/${dayId}/call-sheet.pdf`)
    const place = records.place![String(all('day').find((d) => d.id === dayId)!.placeId)]!
    for (const word of [place.name, place.hospital]) expect(text).toContain(String(word).slice(0, 20))
    for (const person of all('person').filter((p) => (p.dayIds as string[] | undefined)?.includes(dayId)))
      expect(text).toContain(String(person.name))
    expect(text).toMatch(/qualified/)
  })
  test('the report counts the shots and takes of the day', async () => {
    const { text } = await read(`/days/${dayId}/report.pdf`)
    const report = (await (await ask(`/days/${dayId}/report.json`)).json()) as {
      shotsDone: number
      shotsPlanned: number
      takes: number
      goodTakes: number
    }
    expect(report.takes).toBeGreaterThan(0)
    expect(text).toContain(`${report.shotsDone} of ${report.shotsPlanned}`)
    expect(text).toContain(`${report.takes}, ${report.goodTakes} good`)
  })
  test('all of them come on A4 and, once the house rule says so, on Letter', async () => {
    const production = all('production')[0]!
    const routes = [
      '/shots.pdf',
      '/shots-pocket.pdf',
      '/patch-sheet.pdf',
      '/packing-list.pdf',
      '/labels.pdf',
      '/cues.pdf',
      '/boards.pdf',
      `/days/${dayId}/call-sheet.pdf`,
    ]
    for (const [paper, size] of [
      ['A4', [595, 842]],
      ['Letter', [612, 792]],
    ] as const) {
      expect((await edit('production', production.id, { paper })).status).toBe(201)
      for (const route of [...routes, `/days/${dayId}/report.pdf`]) {
        const sheet = await read(route)
        expect([route, [...sheet.size].sort((a, b) => a - b)]).toEqual([route, size])
      }
    }
    await edit('production', production.id, { paper: 'A4' })
  })
  test('a name with letters of other alphabets, and one that is long, is set and not lost', async () => {
    const shot = all('shot')[0]!
    const sees = `Żółw Åse Čapek: ${'a very long thing to see '.repeat(12)}end`
    await edit('shot', shot.id, { sees })
    // Letters of the extended font stand as words of their own in the text that is read back.
    const text = (await read('/shots.pdf')).text.replaceAll(' ', '')
    expect(text).toContain('ŻółwÅseČapek:averylong')
    expect(text).toContain('averylongthingtoseeend')
    await edit('shot', shot.id, { sees: shot.sees })
  })
  test('a call of a day is a calendar entry at the place’s own time', async () => {
    const person = all('person')[0]!
    const text = await (await ask(`/days/${dayId}/calls/${person.id}.ics`)).text()
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\n/)
    expect(text).toMatch(/\r\nDTSTART(;TZID=[^:]+)?:\d{8}T\d{6}Z?\r\n/)
    expect(text).toContain('END:VCALENDAR')
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
  })
  test('names of downloads are made of plain letters, whatever the title is', async () => {
    const production = all('production')[0]!
    await edit('production', production.id, { title: 'The "Long"\r\nPlank/../Ł' })
    const answer = await ask(`/days/${dayId}/report.json`)
    expect(answer.headers.get('content-disposition')).toMatch(/^attachment; filename="[A-Za-z0-9-]+\.json"$/)
    await edit('production', production.id, { title: production.title })
  })
})

describe('papers are jobs', () => {
  const jobs = () =>
    sql<{ id: string; state: string; attempts: number; key: string }>(
      "SELECT id, state, attempts, key FROM job WHERE lane = 'document'",
    )
  beforeEach(() => sql("DELETE FROM job WHERE lane = 'document' RETURNING id"))

  test('the same paper asked for ten times of two servers is drawn once', async () => {
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) => ask('/shots.pdf', i % 2 ? world.second : world.server)),
    )
    expect(answers.map((a) => a.status)).toEqual(Array(10).fill(200))
    const bodies = await Promise.all(answers.map(async (a) => Buffer.from(await a.arrayBuffer()).toString('base64')))
    expect(new Set(bodies).size).toBe(1)
    expect(await jobs()).toMatchObject([{ state: 'done', attempts: 1 }])
  })
  test('after an edit it is drawn anew, with what the edit says', async () => {
    const shot = all('shot')[0]!
    expect((await read('/shots.pdf')).text).not.toContain('A heron on the slip')
    await edit('shot', shot.id, { sees: 'A heron on the slip' })
    expect((await read('/shots.pdf')).text).toContain('A heron on the slip')
    expect(await jobs()).toHaveLength(2)
    await edit('shot', shot.id, { sees: shot.sees })
  })
  /** As a process leaves it that began a paper and died. */
  const abandon = async (attempts: number, ahead = -60) => {
    await ask('/shots.pdf')
    const [job] = await jobs()
    await sql(
      `UPDATE job SET state = 'running', body = NULL, attempts = :attempts, "claimedBy" = :dead,
       "heartbeatAt" = now() + make_interval(secs => :ahead) WHERE id = :id RETURNING id`,
      { id: job!.id, attempts, dead: uuidv7(), ahead },
    )
  }
  test('one whose process died is taken over by another', async () => {
    await abandon(1)
    expect((await read('/shots.pdf')).pages).toBeGreaterThan(1)
    expect(await jobs()).toMatchObject([{ state: 'done', attempts: 2 }])
  })
  test('one that ended three processes is given up with a sentence, and tried afresh when asked again', async () => {
    // Whoever waits for it is told: nobody may give it up before there is somebody who waits.
    await abandon(3, 3600)
    const asked = ask('/shots.pdf')
    await new Promise((resolve) => setTimeout(resolve, 1500))
    await sql(`UPDATE job SET "heartbeatAt" = now() - interval '1 minute' WHERE state = 'running' AND lane = 'document' RETURNING id`) // prettier-ignore
    const answer = await asked
    expect(answer.status).toBe(503)
    expect(await answer.json()).toMatchObject({
      refusal: { code: 'not-made', says: expect.stringMatching(/stopped 3 times/) as string },
    })
    expect((await ask('/shots.pdf')).status).toBe(200)
  })
  test('a paper does not wait for a card that is being copied', async () => {
    await sql(
      `INSERT INTO job (id, "productionId", state, detail, spec, "claimedBy", "heartbeatAt")
       VALUES (:id, :demo, 'running', '{"problems": []}', '{}', :by, now() + interval '1 hour') RETURNING id`,
      { id: uuidv7(), demo, by: uuidv7() },
    )
    expect((await ask('/shots.pdf')).status).toBe(200)
    await sql('DELETE FROM job WHERE detail = \'{"problems": []}\' RETURNING id')
  })
  test('papers are not among the jobs a screen is told of', async () => {
    await ask('/shots.pdf')
    const snapshot = (await world.call('demo', `/productions/${demo}/snapshot`)).json as unknown as {
      jobs: { kind: string }[]
    }
    expect(snapshot.jobs.every((job) => job.kind === 'copy' || job.kind === 'verify')).toBe(true)
  })
  test('those of former states are thrown away once nobody can be waiting for them', async () => {
    await ask('/shots.pdf')
    await sql(`UPDATE job SET "startedAt" = now() - interval '1 hour' WHERE lane = 'document' RETURNING id`)
    await ask('/boards.pdf')
    expect((await jobs()).map((job) => job.key.split(' ')[0])).toEqual(['boards'])
  })
})

test('the script on paper: all of it, or of the scenes that a day shoots, in the order in which it does', async () => {
  const scenes = all('scene').filter((scene) => ['2', '4'].includes(String(scene.number)))
  for (const scene of scenes) await edit('scene', scene.id, { scriptText: `Written of scene ${String(scene.number)}.` })
  expect((await read('/script.pdf')).text).toMatch(/Written of scene 2\..*Written of scene 4\./)
  const ofDay = (await read(`/days/${dayId}/script.pdf`)).text
  expect(ofDay).toMatch(/script of Day 1.*Written of scene 2\..*Written of scene 4\./)
  const other = all('day').find((day) => day.id !== dayId)!
  expect((await read(`/days/${other.id}/script.pdf`)).text).toContain('Nothing is written of these scenes.')
})
