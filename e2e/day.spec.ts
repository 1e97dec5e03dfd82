import { execFileSync } from 'node:child_process'
import { mkdir, readdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { serve, type TestServer } from './server.ts'

let server: TestServer
test.beforeAll(async () => {
  server = await serve('--empty')
})
test.afterAll(async () => {
  await server?.stop()
})

const go = (page: Page, stage: string) =>
  page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(`^${stage}`) })
    .click()
const fill = async (page: Page, name: string, value: string) => {
  const field = page.locator(`[name="${name}"]`).first()
  await field.fill(value)
  await field.press('Tab')
}
const download = async (page: Page, press: () => Promise<void>) => {
  const [file] = await Promise.all([page.waitForEvent('download'), press()])
  return readFile(await file.path())
}
/** Types into a cell of the row that is selected: the first one, unless another was clicked. */
const type = async (page: Page, grid: string, field: string, value: string, row = 0) => {
  await page.getByRole('grid', { name: grid }).locator(`[data-cell^="${row}:"][data-field="${field}"]`).click()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+A')
  await page.keyboard.type(value)
  await page.keyboard.press('Enter')
}

async function pdfText(bytes: Buffer): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true, verbosity: 0 }).promise
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) =>
      (await (await document.getPage(i + 1)).getTextContent()).items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' '),
    ),
  )
  return pages.join(' ').replace(/\s+/g, ' ')
}

test('a whole day, from first sign-in to the wrap report, on a production typed in from nothing', async ({
  page,
  context,
}) => {
  page.on('dialog', (dialog) => void dialog.accept())
  await test.step('an empty installation asks for an owner and a password', async () => {
    await page.goto(server.address)
    await page.getByLabel('Name').fill('Ada Finch')
    await page.getByLabel('Password').fill('short')
    await page.getByRole('button', { name: 'Set up' }).click()
    await expect(page.getByRole('alert')).toHaveText('A password has at least ten characters.')
    await page.getByLabel('Password').fill('long enough to keep')
    await page.getByRole('button', { name: 'Set up' }).click()
    await page.getByLabel('Title').fill('One Kettle')
    await page.getByRole('button', { name: 'Start' }).click()
    await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible()
  })
  await test.step('Brief', async () => {
    await fill(page, 'production.message', 'Water becomes tea.')
    await expect(page.locator('[data-answer]').first()).toHaveText('Water becomes tea.')
    await page.getByRole('button', { name: 'Film', exact: true }).click()
    await fill(page, 'deliverable.aspect', '9')
    await expect(page.getByRole('alert')).toHaveText('Frame shape is width over height, such as 2.39 or 0.5625.')
    await fill(page, 'deliverable.aspect', '2.39')
    await page.locator('[name="deliverable.rate"]').selectOption({ label: '29.97 drop' })
    await page.getByRole('button', { name: 'Change', exact: true }).click()
    await fill(page, 'production.copiesBeforeWipe', '2')
    await fill(page, 'production.checkedBeforeWipe', '2')
    await expect(page.getByRole('status').first()).toHaveText('saved')
  })
  await test.step('Scout', async () => {
    await go(page, 'Scout')
    await page.getByRole('button', { name: 'Add a place' }).click()
    await fill(page, 'place.name', 'Kettle kitchen')
    await fill(page, 'place.latitudeDeg', '91')
    await expect(page.getByRole('alert')).toHaveText('Latitude is between −90 (south) and 90 (north).')
    await fill(page, 'place.latitudeDeg', '52.1')
    await fill(page, 'place.longitudeDeg', '1.2')
    await fill(page, 'place.timeZone', 'Europe/London')
    await fill(page, 'place.hospital', 'Mill Lane, 6 min')
    await fill(page, 'place.opensMin', '25:61')
    await expect(page.getByRole('alert')).toHaveText(/is a time of day such as 06:55/)
    await fill(page, 'place.opensMin', '07:00')
    await page.getByRole('button', { name: 'Add circuit' }).click()
    await page.getByRole('button', { name: 'Add spot' }).click()
    await type(page, 'Spots', 'name', 'Kitchen')
    await page.getByRole('tab', { name: 'Kitchen' }).click()
    await expect(page.locator('[data-answer]').first()).toHaveText('No sun comes in that day')
    await page.getByLabel('Add to the plan').selectOption('window')
    await expect(page.locator('[data-answer]').first()).toHaveText(/Sun comes in \d\d:\d\d to \d\d:\d\d/)
  })
  await test.step('Crew', async () => {
    await go(page, 'Crew')
    await page.getByLabel(/^One a line/).fill('Bo Lark, bo@kettle.example')
    await page.getByRole('button', { name: 'Add 1 person' }).click()
    await page.getByRole('button', { name: 'Add a person' }).click()
    await type(page, 'People', 'name', 'Cy Moss', 1)
  })
  await test.step('Shots', async () => {
    await go(page, 'Shots')
    await page.getByRole('button', { name: 'Add scene' }).click()
    await page.getByRole('tab', { name: 'Cameras and lenses' }).click()
    await page.getByRole('button', { name: 'Add camera' }).click()
    await page.getByRole('button', { name: 'Add recorder' }).click()
    await page.getByRole('tab', { name: 'Shot list' }).click()
    await page.getByRole('button', { name: 'Add shot' }).click()
    await type(page, 'Shots', 'sees', 'Steam rises')
    await page.getByRole('grid', { name: 'Shots' }).locator('[data-cell^="0:"][data-field="focalLengthMm"]').click()
    await page.keyboard.type('0')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('alert')).toHaveText(
      'A focal length is more than 0 mm and at most 2000 mm, such as 35.',
    )
    await page.keyboard.press('Escape')
    await type(page, 'Shots', 'focalLengthMm', '85')
    await type(page, 'Shots', 'tStop', '5.6')
    await type(page, 'Shots', 'personIds', 'Bo')
    await expect(page.getByText(/frame, face \d+ %|close, face \d+ %/)).toBeVisible()
    await page.getByRole('button', { name: 'Add shot' }).click()
    await type(page, 'Shots', 'sees', 'First sip', 1)
    await page.keyboard.press('Control+z')
    await expect(page.getByRole('grid', { name: 'Shots' }).getByText('First sip')).toHaveCount(0)
    await page.keyboard.press('Control+Shift+z')
    await expect(page.getByRole('grid', { name: 'Shots' }).getByText('First sip')).toBeVisible()
  })
  await test.step('Light predicts the stop and offers ways out', async () => {
    await go(page, 'Light')
    await page.getByRole('button', { name: 'Add a setup' }).click()
    await page.getByRole('button', { name: 'Add mark' }).click()
    await page.getByLabel('Add a lamp').selectOption({ label: '60 W soft panel, 30 × 60 cm' })
    await fill(page, 'lamp.levelPct', '40')
    await page.locator('[data-thing="lamp"]').focus()
    await page.keyboard.press('ArrowLeft')
    await go(page, 'Shots')
    await type(page, 'Shots', 'setupId', 'A')
    await go(page, 'Light')
    const answer = page.locator('[data-answer]').first()
    await expect(answer).toHaveText(/1A is \d\.\d stops short/)
    const fixes = page.locator('[data-snag="light.too-dark-for-shot"]').getByRole('button')
    await fixes.first().click()
    await expect(answer).toHaveText('Right for every shot here')
    await page.keyboard.press('Control+z')
    await expect(answer).toHaveText(/stops short/)
  })
  await test.step('Kit counts what is missing', async () => {
    await go(page, 'Kit')
    await expect(page.locator('[data-answer]').first()).toHaveText(/things to rent, borrow or change/)
    await page.getByRole('button', { name: 'List all that is needed' }).click()
    await type(page, 'Items', 'owned', '2')
    await expect(page.getByText('have it').first()).toBeVisible()
  })
  await test.step('Order gives clock times; a second window sees them at once', async () => {
    await go(page, 'Order')
    await page.getByRole('button', { name: 'Begin the day' }).click()
    await page.getByRole('button', { name: 'Put all in' }).click()
    const other = await context.newPage()
    await other.goto(page.url())
    const rows = page.getByRole('list', { name: 'Running order' }).locator('[data-item]')
    await expect(rows).toHaveCount(2)
    await page.getByRole('button', { name: 'Add meal' }).click()
    await expect(other.getByRole('list', { name: 'Running order' }).locator('[data-item]')).toHaveCount(3)
    await rows.first().locator('[role=button]').focus()
    await page.keyboard.press('Alt+ArrowDown')
    await expect(rows.first()).toContainText('1B')
    await expect(other.getByRole('list', { name: 'Running order' }).locator('[data-item]').first()).toContainText('1B')
    await other.close()
    await expect(page.locator('[data-answer]').first()).toHaveText(/Wrap at \d\d:\d\d/)
    await fill(page, 'day.title', 'Tea day')
  })
  await test.step('Crew is down for the day', async () => {
    await go(page, 'Crew')
    await expect(page.locator('[data-answer]').first()).toHaveText(/First in: \w+ at 08:00/)
  })
  await test.step('Call goes out, is read, and its successor shows what changed', async () => {
    await go(page, 'Call')
    await page.getByRole('button', { name: 'Issue 1 to everyone' }).click()
    await expect(page.locator('[data-person="Bo Lark"]')).toContainText('simulated')
    await expect(page.locator('[data-person="Cy Moss"]')).toContainText('no address')
    const [link] = await server.query(
      'SELECT token FROM reading r JOIN person p ON p.id = r."personId" WHERE p.name = \'Bo Lark\'',
    )
    const phone = await context.newPage()
    await phone.goto(`${server.address}/sheet/${link!.token}`)
    await expect(phone.locator('[data-answer]')).toHaveText('08:00')
    await expect(page.locator('[data-answer]').first()).toHaveText('1 of 2 have read it')
    await phone.close()
    const text = await pdfText(await download(page, () => page.getByRole('link', { name: 'PDF, A4' }).click()))
    for (const words of [
      'One Kettle',
      'Tea day',
      'Steam rises',
      'Bo Lark',
      'Nearest hospital: Mill Lane, 6 min',
      'Local rules',
      'Version 1',
    ])
      expect(text).toContain(words)
    const calendar = String(await download(page, () => page.getByRole('link', { name: 'Bo', exact: true }).click()))
    expect(calendar).toMatch(/^BEGIN:VCALENDAR\r\n[\s\S]*SUMMARY:One Kettle\\, Tea day: call 08:00[\s\S]*END:VCALENDAR/)
    await go(page, 'Order')
    await fill(page, 'day.callMin', '08:30')
    await go(page, 'Call')
    await expect(page.locator('[data-answer]').first()).toHaveText('Version 1 no longer says what the plan says')
    await page.getByRole('button', { name: 'Issue 2 to everyone' }).click()
    await expect(page.locator('[data-paper]')).toContainText('Unit call: 08:00 is now 08:30')
  })
  await test.step('Roll logs takes with one key each', async () => {
    await go(page, 'Roll')
    await expect(page.locator('[data-timecode]')).toHaveText(/^\d\d:\d\d:\d\d;\d\d$/)
    await page.getByRole('button', { name: 'Set the box' }).click()
    await page.getByLabel('Time of day for the box').fill('09:10')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-timecode]')).toHaveText(/^09:10/)
    await page.keyboard.press(' ')
    await expect(page.getByRole('button', { name: /^Cut/ })).toBeVisible()
    await page.waitForTimeout(1200)
    await page.keyboard.press(' ')
    await page.keyboard.press('g')
    await expect(page.locator('[data-logged="1B/1"]').last()).toContainText('good')
    await page.keyboard.press('/')
    await page.getByLabel('Note on the take').fill('steam on the lens')
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-logged="1B/1"]').last()).toContainText('steam on the lens')
    await page.keyboard.press('w')
    await page.keyboard.press(' ')
    await expect(page.locator('[data-logged="W1/1"]').last()).toBeVisible()
    await expect(page.getByText(/^1 of 2/).last()).toBeVisible()
  })
  await test.step('Offload copies for real, checks, and says when a card may be wiped', async () => {
    await mkdir(path.join(server.media, 'cards/A1/CLIPS'), { recursive: true })
    await writeFile(path.join(server.media, 'cards/A1/CLIPS/A001 kettle – 茶.mov'), Buffer.alloc(3_000_000, 'tea'))
    await writeFile(path.join(server.media, 'cards/A1/empty.txt'), '')
    for (const drive of ['S1', 'S2']) {
      await mkdir(path.join(server.media, 'drives', drive), { recursive: true })
      // Two folders of one disk would count once: each stands for a drive of its own.
      await writeFile(path.join(server.media, 'drives', `${drive}.volume.json`), JSON.stringify({ medium: drive }))
    }
    await go(page, 'Offload')
    for (const name of ['List card A1', 'List drive S1', 'List drive S2'])
      await page.getByRole('button', { name }).click()
    await page.locator('[data-card="A1"]').click()
    await page.getByRole('button', { name: 'Copy A1 and check' }).click()
    await expect(page.getByText('read back, same')).toHaveCount(2)
    await expect(page.locator('[data-card="A1"]')).toContainText(
      'no: Checked copies are in 0 pairs of hands; the rule wants 2.',
    )
    for (const [drive, name] of [
      ['S1', 'Bo Lark'],
      ['S2', 'Cy Moss'],
    ] as const) {
      await page.getByRole('button', { name: `Hand over ${drive}`, exact: true }).click()
      await page.getByLabel(`Hand ${drive} over to`).selectOption({ label: name })
      await page.getByRole('button', { name: `Give ${drive}` }).click()
    }
    await expect(page.locator('[data-answer]').first()).toHaveText('A1 may be wiped. No other card.')
    for (const drive of ['S1', 'S2']) {
      const [folder] = await readdir(path.join(server.media, 'drives', drive))
      execFileSync('diff', [
        '-r',
        '-x',
        'checksums.xxh64*',
        '-x',
        'ascmhl',
        path.join(server.media, 'cards/A1'),
        path.join(server.media, 'drives', drive, folder!),
      ])
      const verified = JSON.parse(
        execFileSync(
          process.execPath,
          ['apps/cli/bin/kavrell.mjs', 'verify', '--json', path.join(server.media, 'drives', drive, folder!)],
          { encoding: 'utf8' },
        ),
      ) as { same: boolean; files: number }
      expect(verified).toMatchObject({ same: true, files: 2 })
    }
    await page.getByRole('button', { name: 'Write down that A1 is wiped' }).click()
    await page.getByRole('button', { name: 'It is wiped' }).click()
    await expect(page.locator('[data-card="A1"]')).toContainText('wiped')
  })
  await test.step('Wrap reports the day', async () => {
    await go(page, 'Wrap')
    await expect(page.locator('[data-answer]').first()).toHaveText('1 of 2 shots good, 1 missing')
    const pdf = await pdfText(await download(page, () => page.getByRole('link', { name: 'PDF', exact: true }).click()))
    for (const words of ['Tea day', '1 of 2', '1A Steam rises', 'steam on the lens']) expect(pdf).toContain(words)
    const csv = String(await download(page, () => page.getByRole('link', { name: 'CSV', exact: true }).click()))
    expect(csv.split('\r\n')).toHaveLength(4)
    const json = JSON.parse(
      String(await download(page, () => page.getByRole('link', { name: 'JSON', exact: true }).click())),
    ) as {
      shotsDone: number
      takes: number
    }
    expect(json).toMatchObject({ shotsDone: 1, takes: 1 })
    const otio = JSON.parse(
      String(await download(page, () => page.getByRole('link', { name: 'OpenTimelineIO' }).click())),
    ) as {
      metadata: { kavrell: { dropFrame: boolean } }
      tracks: {
        children: { children: { name: string; source_range: { duration: { value: number; rate: number } } }[] }[]
      }
    }
    const [clip] = otio.tracks.children[0]!.children
    expect(otio.metadata.kavrell.dropFrame).toBe(true)
    expect(clip!.name).toBe('1B take 1 A')
    expect(clip!.source_range.duration.rate).toBeCloseTo(29.97, 2)
    expect(clip!.source_range.duration.value).toBeGreaterThan(25)
  })
})
