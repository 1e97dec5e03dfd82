// @vitest-environment jsdom
import { act, cleanup, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { receiveJob, useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, PRODUCTION_ID, sent } from '../../testing.tsx'
import { OffloadScreen } from './OffloadScreen.tsx'
import type { Job, MediaView } from '@kavrell/contract'
import { asId, blank, type Tables } from '@kavrell/core/records'
import { inTime } from '../../inTime.ts'

/** What the files of a card say of themselves: the takes that were logged on it. */
const clipsOf = ({ take }: Tables, cardId: string) =>
  Object.values(take)
    .filter((one) => one.cardIds.includes(asId(cardId)))
    .map((one) => ({
      ...blank('clip', { cardId: asId(cardId), reading: 'now', path: `CLIPS/${one.slate}_${one.number}.mov`, bytes: 15e9, startTimecode: one.startTimecode, seconds: 3600, modifiedAt: one.startedAt }), // prettier-ignore
      id: `clip ${one.id}`,
      version: 9,
    }))

/** A card copied to all drives but the last `open` ones, each copy read back. */
const copied = (open: number) => (records: Tables) => {
  const card = Object.values(records.card).find((c) => c.label === 'A1')!
  const drives = Object.values(records.drive)
  const rows = drives.slice(0, drives.length - open).map((drive, i) => ({
    run: {
      id: `run ${i}`,
      version: 10 + i,
      cardId: card.id,
      driveId: drive.id,
      folder: `copy ${i}`,
      files: 7,
      bytes: 15.4e9,
      manifest: 'f'.repeat(64),
      medium: `disk ${i}`,
      reading: 'now',
      outcome: 'complete',
      problems: [],
      afterSeq: 5,
      startedAt: '2026-05-14T20:00:00Z',
      endedAt: '2026-05-14T20:01:00Z',
    },
    check: {
      id: `check ${i}`,
      version: 20 + i,
      copyRunId: `run ${i}`,
      files: 7,
      outcome: 'same',
      fromMedium: true,
      problems: [],
      checkedAt: '2026-05-14T20:02:00Z',
    },
  }))
  return {
    ...records,
    clip: Object.fromEntries(clipsOf(records, card.id).map((clip) => [clip.id, clip])),
    copyRun: Object.fromEntries(rows.map(({ run }) => [run.id, run])),
    copyCheck: Object.fromEntries(rows.map(({ check }) => [check.id, check])),
  } as unknown as Tables
}
const asked: { url: string; body: unknown }[] = []
const reader = (folders: readonly string[], cards: MediaView['cards'] = {}) => {
  asked.length = 0
  const edits = globalThis.fetch
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (String(url).endsWith('/media/volumes'))
      return Response.json({
        cards,
        volumes: [...folders, 'STRAY'].map((folder) => ({
          folder,
          kind: 'card',
          medium: folder,
          files: 3,
          bytes: 3000,
          bytesStandFor: 1,
          freeBytes: null,
        })),
      } satisfies MediaView)
    if (String(url).includes('/media/')) {
      asked.push({ url: String(url), body: JSON.parse(init!.body as string) })
      return Response.json({ jobs: [], left: [] }, { status: 202 })
    }
    return edits(url, init)
  })
}
const handOver = async (user: ReturnType<typeof draw>, within_: HTMLElement, label: string, to: string, place = '') => {
  await user.click(within(within_).getByRole('button', { name: `Hand over ${label}` }))
  await user.selectOptions(within(within_).getByLabelText(`Hand ${label} over to`), to)
  if (place) await user.type(within(within_).getByLabelText(`Where ${label} lies`), place)
  await user.click(within(within_).getByRole('button', { name: `Give ${label}` }))
}
const card = (label: string) => document.querySelector<HTMLElement>(`[data-card="${label}"]`)!

describe('may I wipe this card?', () => {
  beforeEach(() => openDemo('logger'))
  test('with no copies the answer is no card, and each card says why', async () => {
    openDemo('logger', (records) => ({ ...records, copyRun: {}, copyCheck: {} }))
    draw(<OffloadScreen />, 'offload')
    expect(screen.getByText('Wipe no card yet')).toBeTruthy()
    expect(card('A1').textContent).toMatch(/no: /)
    expect(screen.queryByRole('button', { name: /is wiped/ })).toBeNull()
  })
  test('a card that nobody logged and that holds files is kept, loudly', async () => {
    const take = (records: Tables) =>
      Object.fromEntries(Object.entries(records.take).filter(([, { slate }]) => slate !== '2 cold')) as Tables['take']
    openDemo('logger', (records) => ({
      ...records,
      copyRun: {},
      copyCheck: {},
      wipe: {},
      run: {},
      take: take(records),
    }))
    reader(['C1'])
    draw(<OffloadScreen />, 'offload')
    await waitFor(() => expect(card('C1').textContent).toMatch(/no: 3 files on it that nobody logged\. 0 copies of/))
  })
  test('no card is called safe before the first look is answered', async () => {
    openDemo('logger', enough as never)
    let answer: (reply: Response) => void = () => undefined
    vi.stubGlobal('fetch', () => new Promise<Response>((resolve) => (answer = resolve)))
    draw(<OffloadScreen />, 'offload')
    expect(screen.getByText('Wipe no card yet')).toBeTruthy()
    expect(card('A1').textContent).toMatch(/no: The reader is being looked into\./)
    expect(screen.queryByRole('button', { name: /is wiped/ })).toBeNull()
    answer(Response.json({ volumes: [], cards: {} }))
    await waitFor(() => expect(screen.getByText('A1 may be wiped. No other card.')).toBeTruthy())
  })
  test('a yes is taken back while nobody can look into the reader, and comes back with the next look', async () => {
    openDemo('logger', enough as never)
    reader([])
    draw(<OffloadScreen />, 'offload')
    await waitFor(() => expect(screen.getByText('A1 may be wiped. No other card.')).toBeTruthy())
    const live = globalThis.fetch
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('connection refused')))
    window.dispatchEvent(new Event('focus'))
    await waitFor(() => expect(screen.getByText('Wipe no card now: nobody can look into the reader')).toBeTruthy())
    expect(card('A1').textContent).toMatch(/no: Nobody can look into the reader now\./)
    vi.stubGlobal('fetch', live)
    window.dispatchEvent(new Event('focus'))
    await waitFor(() => expect(screen.getByText('A1 may be wiped. No other card.')).toBeTruthy())
  })
  const enough = (records: Tables) => ({
    ...copied(0)(records),
    production: Object.fromEntries(
      Object.entries(records.production).map(([id, p]) => [
        id,
        { ...p, copiesBeforeWipe: 2, checkedBeforeWipe: 2, holdersBeforeWipe: 1, cardSchool: 'wipe' },
      ]),
    ),
  })
  test('copied enough and read back, in enough hands, it is yes and the wiping can be written down', async () => {
    openDemo('logger', enough as never)
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(await screen.findByText('A1 may be wiped')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Write down that A1 is wiped' }))
    await user.click(await screen.findByRole('button', { name: 'Keep A1' }))
    expect(all('wipe').filter((w) => w.cardId === all('card').find((c) => c.label === 'A1')!.id)).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Write down that A1 is wiped' }))
    await user.click(await screen.findByRole('button', { name: 'It is wiped' }))
    expect(all('wipe').some((w) => w.cardId === all('card').find((c) => c.label === 'A1')!.id)).toBe(true)
  })
  test('one copy that differs takes the yes back', async () => {
    openDemo('logger', (records) => {
      const made = copied(0)(records)
      const [first] = Object.values(made.copyCheck)
      return {
        ...made,
        copyCheck: { ...made.copyCheck, [first!.id]: { ...first!, outcome: 'different', problems: ['x differs'] } },
      }
    })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(screen.getByText('Keep A1')).toBeTruthy()
    expect(screen.getByText('differs')).toBeTruthy()
  })
})

describe('the log and the files of a card', () => {
  const a1 = () => all('card').find((c) => c.label === 'A1')!
  test('a take that no file is known to be holds the card back, by name, until somebody has seen it there', async () => {
    openDemo('logger', (records) => {
      const made = copied(0)(records)
      const [first, ...others] = Object.values(made.clip)
      expect(first!.path).toBe('CLIPS/1A_1.mov')
      return {
        ...made,
        clip: Object.fromEntries(others.map((one) => [one.id, one])),
        production: Object.fromEntries(Object.entries(made.production).map(([id, own]) => [id, { ...own, copiesBeforeWipe: 2, checkedBeforeWipe: 2, holdersBeforeWipe: 1, cardSchool: 'wipe' }])), // prettier-ignore
      } as unknown as Tables
    })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(screen.getByText('Keep A1')).toBeTruthy()
    expect(document.querySelector('[data-missing]')!.textContent).toMatch(/^1 recording on the log is in no file.*1A take 1 on A, 05:04:12:00/) // prettier-ignore
    await user.click(screen.getByRole('button', { name: 'I have seen it on the card' }))
    await user.click(await screen.findByRole('button', { name: 'Look first' }))
    expect(all('cardLook')).toEqual([])
    await user.click(screen.getByRole('button', { name: 'I have seen it on the card' }))
    await user.click(await screen.findByRole('button', { name: 'I have seen all of it' }))
    expect(all('cardLook')).toMatchObject([{ cardId: a1().id, reading: 'now' }])
    // The server gives it its number.
    act(() =>
      useProductionStore.setState(({ records }) => ({
        records: {
          ...records,
          cardLook: Object.fromEntries(
            Object.entries(records.cardLook).map(([id, one]) => [id, { ...one, version: 99 }]),
          ),
        },
      })),
    )
    expect(document.querySelector('[data-missing]')).toBeNull()
    expect(screen.getByText(/Somebody has seen the 7 recordings of the log/)).toBeTruthy()
  })
  test('a clip that nobody logged is named, and becomes a run in the take it was recorded in', async () => {
    openDemo('logger', (records) => {
      const made = copied(0)(records)
      const [first] = Object.values(made.clip)
      const c1 = Object.values(made.card).find((one) => one.label === 'C1')!
      const [run] = Object.values(made.copyRun)
      const clip = { ...first!, id: 'unlogged', cardId: c1.id, path: 'CLIPS/C001.mov', startTimecode: '07:31:12:00', seconds: 40 } // prettier-ignore
      return {
        ...made,
        clip: { unlogged: clip },
        copyRun: { c: { ...run!, id: 'c', cardId: c1.id } },
      } as unknown as Tables
    })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('C1'))
    const line = document.querySelector('[data-unlogged]')!
    expect(line.textContent).toMatch(/CLIPS\/C001.mov.*Nobody logged it. From 07:31:12:00, 0:40, during 2E take 3/)
    await user.click(screen.getByRole('button', { name: 'C ran in 2E take 3' }))
    expect(all('run').at(-1)).toMatchObject({ how: 'file', startTimecode: '07:31:12:00' })
    expect(all('runStop').at(-1)).toMatchObject({ how: 'file', timecode: '07:31:52:00' })
    expect(document.querySelector('[data-unlogged]')).toBeNull()
  })
})

describe('copying', () => {
  test('asks for the drives that have no good copy yet, once the card is in the reader', async () => {
    openDemo('logger', copied(1))
    const folder = all('card').find((c) => c.label === 'A1')!.folder
    reader([folder])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    const copy = await screen.findByRole('button', { name: 'Copy A1 and check' })
    await inTime(() => expect(copy).toHaveProperty('disabled', false))
    await user.click(copy)
    const last = all('drive').at(-1)!
    expect(asked).toEqual([
      {
        url: `/api/productions/${PRODUCTION_ID}/media/copies`,
        body: { cardId: all('card').find((c) => c.label === 'A1')!.id, driveIds: [last.id] },
      },
    ])
  })
  test('a card that is not in the reader cannot be copied, and its folder is named', async () => {
    openDemo('logger')
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(await screen.findByText(/Card A1 is not in the reader/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Copy A1 and check' })).toHaveProperty('disabled', true)
  })
  test('a folder in the reader that nobody has listed is offered to be', async () => {
    openDemo('owner')
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(await screen.findByRole('button', { name: 'List card STRAY' }))
    expect(all('card').some((c) => c.folder === 'STRAY')).toBe(true)
  })
  test('who may only read cannot start anything', () => {
    openDemo('reader')
    draw(<OffloadScreen />, 'offload')
    const buttons = within(document.body).queryAllByRole('button', { name: /Copy|Check again|wiped|List/ })
    expect(buttons).toEqual([])
  })
})

describe('a copy under way', () => {
  const cardId = (label: string) => all('card').find((c) => c.label === label)!.id
  const job = (given: Partial<Job> = {}): Job => ({
    id: 'job',
    productionId: PRODUCTION_ID,
    kind: 'copy',
    cardId: cardId('A1'),
    state: 'running',
    phase: 'copying',
    bytesDone: 25e9,
    bytesTotal: 100e9,
    bytesPerSecond: 400e6,
    secondsLeft: 187,
    targets: all('drive').map((d) => ({ driveId: d.id, state: 'copying', says: '' })),
    problems: [],
    ...given,
  })
  const open = () => {
    reader(all('card').map((c) => c.folder))
    return draw(<OffloadScreen />, 'offload')
  }
  const status = () => screen.getByRole('status').textContent
  const now = (given: Partial<Job>) => act(() => receiveJob(job(given)))
  beforeEach(() => openDemo('logger'))

  test('says from where to where, how fast, how long yet and how far it is', () => {
    open()
    now({})
    expect(status()).toBe('Copying A1 to S1, S2, H1400 MB/s, 3:07 leftPauseStop')
    expect(screen.getByLabelText('25 %')).toBeTruthy()
    now({ bytesDone: 50e9, secondsLeft: 125 })
    expect(screen.getByLabelText('50 %')).toBeTruthy()
  })
  test('reading back and waiting have words of their own; with nothing to reckon by no time is promised', () => {
    open()
    now({ phase: 'checking' })
    expect(status()).toMatch(/^Reading back A1 from S1, S2, H1/)
    now({ state: 'waiting', bytesTotal: 0, bytesDone: 0, bytesPerSecond: 0, secondsLeft: null })
    expect(status()).toMatch(/^One copy waits for its turn/)
    now({ state: 'waiting', waitsFor: 'Put A1 into the reader.' })
    expect(status()).toMatch(/^Put A1 into the reader\./)
    expect(status()).not.toContain('left')
  })
  test('is stopped by one press; a server that cannot says why', async () => {
    const user = open()
    now({})
    await user.click(screen.getByRole('button', { name: 'Stop' }))
    expect(asked.map((a) => a.url)).toEqual([`/api/productions/${PRODUCTION_ID}/media/jobs/job/stop`])
    vi.stubGlobal('fetch', async () =>
      Response.json({ refusal: { code: 'forbidden', says: 'It has ended already.' } }, { status: 409 }),
    )
    await user.click(screen.getByRole('button', { name: 'Stop' }))
    await waitFor(() => expect(useProductionStore.getState().notice?.says).toBe('It has ended already.'))
  })
  test('is paused and goes on by one press; another one is put first; how an evening ended is told', async () => {
    const user = open()
    now({})
    await user.click(screen.getByRole('button', { name: 'Pause' }))
    expect(asked.at(-1)).toMatchObject({ url: `/api/productions/${PRODUCTION_ID}/media/jobs/job/pause`, body: { isPaused: true } }) // prettier-ignore
    now({ state: 'waiting', isPaused: true })
    expect(status()).toMatch(/^1 copy paused/)
    await user.click(screen.getByRole('button', { name: 'Go on' }))
    expect(asked.at(-1)).toMatchObject({ body: { isPaused: false } })
    const b1 = all('card').find(({ label }) => label === 'B1')!
    const [job] = useProductionStore.getState().jobs
    act(() => useProductionStore.setState({ jobs: [{ ...job!, id: 'other', cardId: b1.id }, { ...job!, isPaused: false }].map((one) => ({ ...one, state: 'waiting' as const, isPaused: false })) })) // prettier-ignore
    await user.click(screen.getByRole('button', { name: 'B1 first' }))
    expect(asked.at(-1)!.url).toMatch(/jobs\/other\/first$/)
    const ended = { ...job!, isPaused: false, eveningId: 'e', state: 'done' as const }
    act(() => useProductionStore.setState({ jobs: [{ ...ended, told: 'Sadie: Nothing went out.' }, { ...ended, id: 'other', cardId: b1.id, state: 'failed', problems: ['Drive H1 is gone.'] }] })) // prettier-ignore
    const over = document.querySelector('[data-copies-over]')!
    expect(over.textContent).toMatch(
      /^The copies are over.*: 1 of 2 copies made and read backB1 to .*: Drive H1 is gone\.Sadie: Nothing went out\.$/,
    )
  })
  test('is seen by a reader, who cannot stop it', () => {
    openDemo('reader')
    open()
    now({})
    expect(status()).toContain('Copying A1')
    expect(screen.queryByRole('button', { name: 'Stop' })).toBeNull()
  })
  test('keeps its card from being copied a second time, and no other card', async () => {
    const user = open()
    const copy = (label: string) => screen.findByRole('button', { name: `Copy ${label} and check` })
    await user.click(card('A1'))
    await waitFor(async () => expect(await copy('A1')).toHaveProperty('disabled', false))
    now({})
    expect(await copy('A1')).toHaveProperty('disabled', true)
    await user.click(card('A2'))
    expect(await copy('A2')).toHaveProperty('disabled', false)
  })
  test('what went wrong stays with the card: which drive failed and why', async () => {
    const user = open()
    await user.click(card('A1'))
    const [s1, s2] = all('drive')
    now({
      state: 'failed',
      problems: ['clip 3 on the card could not be read twice the same.'],
      targets: [
        { driveId: s1!.id, state: 'done', says: '' },
        { driveId: s2!.id, state: 'failed', says: 'S2 is full.' },
      ],
    })
    expect(screen.queryByRole('status')).toBeNull()
    expect(screen.getByText('clip 3 on the card could not be read twice the same.')).toBeTruthy()
    expect(screen.getByText('S2: S2 is full.')).toBeTruthy()
    await user.click(card('A2'))
    expect(screen.queryByText('S2: S2 is full.')).toBeNull()
  })
})

describe('drives', () => {
  beforeEach(() => openDemo('logger'))
  const drive = (label: string) => all('drive').find((d) => d.label === label)!
  const line = (label: string) => {
    const drives = within(screen.getByRole('heading', { name: 'Drives' }).closest('section')!)
    return drives.getByText(label).parentElement!
  }
  test('who holds one, and a handing over that is added to the record', async () => {
    const user = draw(<OffloadScreen />, 'offload')
    const before = all('custody').length
    expect(line('S1').textContent).toMatch(/with .+/)
    await handOver(user, line('S1'), 'S1', 'Juno Brask', 'red bag')
    expect(line('S1').textContent).toContain('with Juno Brask, red bag')
    expect(sent.flatMap((edit) => edit.changes)).toMatchObject([
      { op: 'create', kind: 'custody', fields: { driveId: drive('S1').id } },
    ])
    expect(all('custody')).toHaveLength(before + 1)
  })
  test('where both have to say so, a hand-over counts once it came; what never came is loud', async () => {
    openDemo('logger', (records) => ({
      ...records,
      custody: {},
      production: Object.fromEntries(Object.entries(records.production).map(([id, own]) => [id, { ...own, handOvers: 'both' }])), // prettier-ignore
    }))
    const user = draw(<OffloadScreen />, 'offload')
    for (const label of ['S1', 'S2']) await handOver(user, line(label), label, 'Juno Brask')
    expect(line('S1').textContent).toContain('given to Juno Brask, who has not said so yet: nobody counts as having it')
    await user.click(screen.getByRole('button', { name: 'S1 came' }))
    expect(line('S1').textContent).toContain('with Juno Brask')
    await user.click(screen.getByRole('button', { name: 'S2 never came' }))
    expect(line('S2').textContent).toContain('Juno Brask says that it never came')
    expect(sent.flatMap((edit) => edit.changes).filter((change) => change.kind === 'custodyYes')).toHaveLength(2)
  })
  test('one that nobody holds says so', () => {
    openDemo('logger', (records) => ({ ...records, custody: {} }))
    draw(<OffloadScreen />, 'offload')
    expect(line('S1').textContent).toContain('nobody is down as having it')
  })
  test('free room where it is plugged in', async () => {
    vi.stubGlobal('fetch', async () =>
      Response.json({
        cards: {},
        volumes: ['S1', 'S2'].map((label) => ({
          folder: drive(label).folder,
          kind: 'drive',
          medium: 'disk 1',
          files: 0,
          bytes: 0,
          bytesStandFor: 1,
          freeBytes: 1.5e12,
        })),
      } satisfies MediaView),
    )
    draw(<OffloadScreen />, 'offload')
    await waitFor(() => expect(line('S1').textContent).toContain('1.50 TB free'))
    expect(line('H1').textContent).toContain('not plugged in')
    expect(line('S1').textContent).toContain('one medium with S2 (disk 1): they count once.')
    expect(line('H1').textContent).not.toContain('One medium')
  })
  test('a reader hands nothing over', () => {
    openDemo('reader')
    draw(<OffloadScreen />, 'offload')
    expect(screen.queryByRole('button', { name: /^Hand over/ })).toBeNull()
  })
})

test('where a card is, is asked by its label', async () => {
  openDemo('reader')
  const user = draw(<OffloadScreen />, 'offload')
  const ask = async (words: string) => {
    await user.clear(screen.getByLabelText('Where is'))
    await user.type(screen.getByLabelText('Where is'), words)
    return screen.getByRole('status').textContent
  }
  expect(await ask('a1')).toMatch(/^Card A1: packed in case .*No copy of what is on it now is known\.$/)
  expect(await ask('nowhere')).toBe('Nothing on the lists is called nowhere.')
})

test('the evening is begun by one press: what is not safe, in the best order, second copies after first ones', async () => {
  openDemo('logger')
  reader(all('card').map(({ folder }) => folder))
  const user = draw(<OffloadScreen />, 'offload')
  await user.click(await screen.findByRole('button', { name: 'Begin the evening' }))
  const body = asked.find(({ url }) => url.endsWith('/media/evening'))!.body as { copies: { cardId: string; driveIds: string[] }[]; relays: { cardId: string; driveId: string }[] } // prettier-ignore
  const drives = (speed: string) => all('drive').filter((drive) => drive.speed === speed).map(({ id }) => id) // prettier-ignore
  expect(body.copies.length).toBeGreaterThan(2)
  for (const { driveIds } of body.copies) expect([...driveIds].sort()).toEqual([...drives('fast')].sort())
  expect(body.relays).toEqual(body.copies.map(({ cardId }) => ({ cardId, driveId: drives('slow')[0] })))
})

test('what was copied and read back before is not copied there again, and the press says so', async () => {
  openDemo('logger', (records) => ({ ...copied(1)(records), orderItem: {} }))
  reader([])
  const user = draw(<OffloadScreen />, 'offload')
  await user.click(await screen.findByRole('button', { name: 'Begin the evening' }))
  const { copies, relays } = asked.find(({ url }) => url.endsWith('/media/evening'))!.body as { copies: { cardId: string; driveIds: string[] }[]; relays: { cardId: string; driveId: string }[] } // prettier-ignore
  const idOf = (kind: 'card' | 'drive', label: string) => all(kind).find((one) => one.label === label)!.id
  expect(copies.some(({ cardId }) => cardId === idOf('card', 'A1'))).toBe(false)
  expect(copies.length).toBeGreaterThan(1)
  expect(relays).toContainEqual({ cardId: idOf('card', 'A1'), driveId: idOf('drive', 'H1') })
  const says = screen.getByText(/Each waits for its card/).textContent
  expect(says).toMatch(/Read back before, and not copied there again: A1 on S1, S2\.$/)
  expect(says).toMatch(/^From cards: (?!A1\b|[^.]*, A1\b)[^.]*\. From drive to drive: [^.]*\bA1\b/)
})

test('who copies is written down with their sleep, is told first, and what it does to the evening is the answer', async () => {
  vi.useFakeTimers({ now: Date.parse('2026-05-14T08:30:00Z'), toFake: ['Date'] })
  openDemo('planner', (records) => {
    const [box] = Object.values(records.timecodeBox)
    return { ...records, timecodeBox: { [box!.id]: { ...box!, offsetMs: 0, driftPpm: 0 } } }
  })
  reader(all('card').map(({ folder }) => folder))
  const user = draw(<OffloadScreen />, 'offload')
  const answer = () => document.querySelector('[data-evening]')!
  expect(screen.getByLabelText<HTMLSelectElement>(/^When they are over/).selectedOptions[0]!.textContent).toBe('Sadie Quill') // prettier-ignore
  const line = () => within(document.querySelector<HTMLElement>('[data-copies="Sadie Quill"]')!)
  await user.clear(line().getByLabelText('Asleep from'))
  await user.type(line().getByLabelText('Asleep from'), '23:20{Tab}')
  await inTime(() => expect(answer().textContent).toMatch(/, while Sadie Quill sleeps$/))
  await user.clear(line().getByLabelText('Asleep from'))
  await user.type(line().getByLabelText('Asleep from'), '22:20{Tab}')
  await inTime(() => expect(answer().getAttribute('data-evening')).toBe('waits'))
  expect(answer().textContent).toMatch(/wait until somebody is up again$/)
  await user.click(line().getByRole('button', { name: 'Take out' }))
  await user.click(screen.getByRole('button', { name: 'Say who copies' }))
  await inTime(() => expect(all('copyHand')).toHaveLength(1))
  vi.useRealTimers()
})

test('what one lost bag would destroy is said, with the least that mends it, and is gone once it is done', async () => {
  openDemo('logger', copied(0))
  reader([])
  const user = draw(<OffloadScreen />, 'offload')
  const give = async (drive: string, to: string) => {
    const line = screen.getByText(drive, { selector: '[data-thing] *' }).closest<HTMLElement>('[data-thing]')!
    await handOver(user, line, drive, to)
  }
  for (const { label } of all('drive')) await give(label, 'Sadie Quill')
  const loss = () => document.querySelector('[data-loss="Sadie Quill"]')?.textContent ?? ''
  await inTime(() => expect(loss()).toMatch(/A1 would be on its card alone/))
  const [, drive] = /Hand (\w+) to somebody else/.exec(loss())!
  await give(drive!, 'Maren Tolley')
  await inTime(() => expect(loss()).toBe(''))
  expect(document.querySelector('[data-losses]')).not.toBeNull()
})

describe('which drives', () => {
  const boxes = () =>
    screen.getAllByRole<HTMLInputElement>('checkbox').map((box) => [box.parentElement!.textContent, box.checked])
  test('those that were planned are chosen, others can be, none is none', async () => {
    openDemo('logger', (records) => {
      const [first] = Object.values(records.drive)
      const a1 = Object.values(records.card).find((c) => c.label === 'A1')!
      const plan = blank('plannedCopy', { cardId: a1.id, driveId: first!.id })
      return { ...records, plannedCopy: { plan: { id: asId<'plannedCopy'>('plan'), version: 9, ...plan } } }
    })
    reader(all('card').map((c) => c.folder))
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    const [s1, s2, h1] = all('drive')
    const named = (d: typeof s1, more = '') => `to ${d!.label}, ${d!.speed}${more}`
    expect(boxes()).toEqual([
      [named(h1), false],
      [named(s1, ', planned'), true],
      [named(s2), false],
    ])
    const [slow, fast] = screen.getAllByRole('checkbox')
    await user.click(fast!)
    const copy = screen.getByRole('button', { name: 'Copy A1 and check' })
    expect(copy).toHaveProperty('disabled', true)
    await user.click(slow!)
    await waitFor(() => expect(copy).toHaveProperty('disabled', false))
    await user.click(copy)
    expect(asked).toMatchObject([{ body: { driveIds: [h1!.id] } }])
  })
  test('copies that lack what the card has say so, and one press renews them all', async () => {
    openDemo('logger', copied(0))
    const a1 = all('card').find((c) => c.label === 'A1')!
    const drives = all('drive').map((d) => d.id)
    const one = { count: 1, first: ['CLIPS/A001C009.mov'], gone: 0 }
    reader(['A1'], {
      [a1.id]: { medium: '', files: 8, bytes: 9e9, unread: [], lacking: Object.fromEntries(drives.map((_, i) => [`run ${i}`, one])) }, // prettier-ignore
    })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(await screen.findAllByText('lacks 1 file that the card has')).toHaveLength(drives.length)
    expect(screen.queryByText('read back, same')).toBeNull()
    expect(screen.getAllByText(/CLIPS\/A001C009\.mov/).length).toBeGreaterThan(1)
    await user.click(screen.getByRole('button', { name: 'Copy A1 and check' }))
    expect(asked).toMatchObject([{ body: { cardId: a1.id, driveIds: expect.arrayContaining(drives) as string[] } }])
  })
  test('a copy can be read back again', async () => {
    openDemo('logger', copied(1))
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(screen.getAllByText('read back, same')).toHaveLength(2)
    await user.click(screen.getAllByRole('button', { name: 'Check again' })[0]!)
    expect(asked).toEqual([
      {
        url: `/api/productions/${PRODUCTION_ID}/media/checks`,
        body: { copyRunId: expect.stringMatching(/^run/) as string },
      },
    ])
  })
  test.each([
    [{ fromMedium: false }, 'read back through memory, same'],
    [{ outcome: 'different', problems: ['clip 2 differs'] }, 'differs'],
    [null, 'not checked'],
  ])('a check of %j is shown as: %s', async (check, says) => {
    openDemo('logger', (records) => {
      const made = copied(2)(records)
      const [found] = Object.values(made.copyCheck)
      return { ...made, copyCheck: check ? { [found!.id]: { ...found!, ...check } } : {} } as Tables
    })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(screen.getByText(says)).toBeTruthy()
    if (check && 'problems' in check) expect(screen.getByText('clip 2 differs')).toBeTruthy()
  })
  test('a reader that is away says so', async () => {
    openDemo('logger')
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('connection refused')
    })
    draw(<OffloadScreen />, 'offload')
    await waitFor(() => expect(useProductionStore.getState().notice?.says).toBe('The server does not answer.'))
  })
})

test('an empty list of cards says so, and cards and drives are added by name', async () => {
  openDemo('planner', (records) => ({ ...records, card: {}, drive: {} }))
  const user = draw(<OffloadScreen />, 'offload')
  expect(screen.getByText('No cards are listed yet.')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Add card' }))
  await user.click(screen.getByRole('button', { name: 'Add drive' }))
  expect([all('card').map((c) => c.label), all('drive').map((d) => d.label)]).toEqual([['A1'], ['S1']])
})
test('no card is added under a label that another has', async () => {
  openDemo('planner')
  const user = draw(<OffloadScreen />, 'offload')
  for (let i = 0; i < 6; i++) await user.click(screen.getByRole('button', { name: 'Add card' }))
  const labels = all('card').map((c) => c.label)
  expect(new Set(labels).size).toBe(labels.length)
  expect(labels).toContain('A3')
})

describe('the card itself', () => {
  const enough = (records: Tables) =>
    ({
      ...copied(0)(records),
      production: Object.fromEntries(
        Object.entries(records.production).map(([id, p]) => [
          id,
          { ...p, copiesBeforeWipe: 2, checkedBeforeWipe: 2, holdersBeforeWipe: 1, cardSchool: 'wipe' },
        ]),
      ),
    }) as Tables
  const seen = (lacking: { count: number; first: string[]; gone: number }) => {
    const a1 = all('card').find((c) => c.label === 'A1')!
    const runs = all('copyRun').map((run) => [run.id, lacking])
    reader(['A1'], {
      [a1.id]: { medium: '', files: 4, bytes: 9000, unread: [], lacking: Object.fromEntries(runs) as never },
    })
  }
  test('a yes about a card that is not in the reader says what it could not see', async () => {
    openDemo('logger', enough)
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(await screen.findByText('A1 may be wiped')).toBeTruthy()
    expect(card('A1').textContent).toMatch(/yes: .*not in the reader/)
  })
  test('a clip that the reader sees and no copy has takes the yes back, by name', async () => {
    openDemo('logger', enough)
    seen({ count: 1, first: ['C003.mov'], gone: 0 })
    draw(<OffloadScreen />, 'offload')
    await waitFor(() => expect(card('A1').textContent).toMatch(/1 file on the card \(C003.mov\) that no copy has/))
    expect(screen.getByText('Wipe no card yet')).toBeTruthy()
  })
  test('looked at and all there: the yes says so', async () => {
    openDemo('logger', enough)
    seen({ count: 0, first: [], gone: 0 })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    await waitFor(() => expect(screen.getByText('All 4 files that the reader sees on it are in them.')).toBeTruthy())
    expect(card('A1').textContent).not.toMatch(/not in the reader/)
  })
})

test('cards for the rest of the day: a device without an empty card says so, from which shot on and for how much', async () => {
  openDemo('planner', (records) => {
    const own = Object.values(records.card).filter((card) => card.label.startsWith('B'))
    const card = Object.fromEntries(Object.entries(records.card).map(([id, one]) => [id, own.includes(one) ? { ...one, capacityGb: 32 } : one])) // prettier-ignore
    return { ...records, card }
  })
  draw(<OffloadScreen />, 'offload')
  await inTime(() => expect(document.querySelector('[data-cards-to-come]')?.textContent).toMatch(/\bB\b.* run out of empty cards/)) // prettier-ignore
  expect(
    screen.getByText(/^B\d fills in \S+ \(\d\d:\d\d\), then none is left: .* from \S+ on have no place$/),
  ).toBeTruthy()
})

test('drives to the end of the job: which day they are full, and how much has no place', async () => {
  const withDrives = (capacityGb: number) =>
    openDemo('planner', (records) => ({
      ...records,
      drive: Object.fromEntries(Object.entries(records.drive).map(([id, one]) => [id, { ...one, capacityGb }])),
    }))
  const says = () => document.querySelector('[data-drives-to-come]')?.textContent
  withDrives(100_000)
  draw(<OffloadScreen />, 'offload')
  await inTime(() => expect(says()).toBe('Room for 3 copies of everything to the end of the job, by the plan'))
  cleanup()
  withDrives(60)
  draw(<OffloadScreen />, 'offload')
  await inTime(() => expect(says()).toMatch(/^On Day \d.* the drives have no room left for 3 copies: .* at least$/))
  expect(screen.getAllByText(/too much$/).length).toBeGreaterThan(0)
})

test('on the way home what is in one bag is parted by hand-overs, and what there is one of is told', () => {
  openDemo('planner')
  reader([])
  draw(<OffloadScreen />, 'offload')
  const answer = document.querySelector('[data-going-home]')!.textContent
  // Nothing was copied yet: each card is all there is of it, and nobody is down as having it.
  expect(answer).toBe('A1, A2, B1, C1, C2, D1, R1: all there is of it travels together')
  expect(document.body.textContent).toContain('Make one more checked copy first.')
  const carriers = [...document.querySelectorAll('[data-carrier]')].map((one) => one.textContent)
  const holds = (label: string) => carriers.filter((one) => new RegExp(`\\b${label}\\b`).test(one)).length
  for (const card of ['A1', 'B1', 'C1']) expect(holds(card)).toBeGreaterThan(0)
  expect(document.body.textContent).toContain('Who rides in which vehicle is written down in Crew')
})
