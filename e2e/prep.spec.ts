import { execFileSync } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import sharp from 'sharp'
import { serve, type TestServer } from './server.ts'

let server: TestServer
test.beforeAll(async () => {
  server = await serve()
})
test.afterAll(async () => {
  await server?.stop()
})

const enter = async (page: Page, where: string) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  await expect(page.getByRole('status').first()).toHaveText('saved')
  await page.goto(page.url().replace(/brief$/, where))
}
const row = (page: Page, code: string) =>
  page.getByRole('row').filter({ has: page.locator('[data-field=code]', { hasText: new RegExp(`^${code}$`) }) })
const cell = (page: Page, code: string, field: string) => row(page, code).locator(`[data-field=${field}]`)
const picture = async (name: string, colours: readonly string[]) => ({
  name,
  mimeType: 'image/jpeg',
  buffer: await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600">${colours.map((c, i) => `<rect y="${i * 200}" width="900" height="200" fill="${c}"/>`).join('')}</svg>`,
    ),
  )
    .jpeg({ quality: 95 })
    .toBuffer(),
})

test('a shot is typed as a line: understood while typing, kept with Enter, one undo takes it back', async ({
  page,
}) => {
  await enter(page, 'shots')
  const line = page.getByLabel('Type a shot')
  await line.fill('3E Corin close 85 T2.8 left N 20m pairs 3A "listens, rain on the roof"')
  const understood = page.locator('[data-understood]')
  for (const says of ['shot 3E of scene 3', 'Corin Marsh', 'frame left', '20 min', 'm away, for close on the 85'])
    await expect(understood).toContainText(says)
  await line.press('Enter')
  await expect(cell(page, '3E', 'sees')).toContainText('listens, rain on the roof')
  await expect(cell(page, '3E', 'focalLengthMm')).toHaveText('85')
  await expect(page.getByText(/close, face \d+ %/)).toBeVisible()
  await line.fill('3A again')
  await expect(page.getByRole('alert').first()).toContainText('There is a shot 3A already.')
  await line.press('Escape')
  await row(page, '3E').locator('[data-field=code]').click()
  await page.keyboard.press('Control+z')
  await expect(row(page, '3E')).toHaveCount(0)
  // Those that follow are on the same server.
  await expect(page.getByRole('status').first()).toHaveText('saved')
})

test('rows are taken in, filled down, duplicated, moved and removed by keys', async ({ page }) => {
  await enter(page, 'shots')
  await page.getByRole('button', { name: /^Columns \d+ of/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'ISO' }).click()
  await page.keyboard.press('Escape')
  await cell(page, '1A', 'iso').click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.type('1600')
  await page.keyboard.press('Enter')
  for (const code of ['1A', '1B', '1C']) await expect(cell(page, code, 'iso')).toHaveText('1600')
  await page.keyboard.press('Control+z')
  for (const code of ['1A', '1B', '1C']) await expect(cell(page, code, 'iso')).toHaveText('800')
  await cell(page, '1A', 'focalLengthMm').click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+d')
  await expect(cell(page, '1B', 'focalLengthMm')).toHaveText('24')
  await cell(page, '1B', 'focalLengthMm').click()
  await page.keyboard.press('Control+Shift+d')
  await expect(row(page, '1D')).toHaveCount(1)
  const codes = () => page.getByRole('grid', { name: 'Shots' }).locator('[data-field=code]').allTextContents()
  expect((await codes()).slice(0, 4)).toEqual(['1A', '1B', '1D', '1C'])
  await cell(page, '1D', 'code').click()
  await page.keyboard.press('Alt+ArrowUp')
  await expect.poll(async () => (await codes()).slice(0, 4)).toEqual(['1A', '1D', '1B', '1C'])
  await page.keyboard.press('Control+Backspace')
  await expect(row(page, '1D')).toHaveCount(0)
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  // The last of the four undoes the filling; and all of them have to have reached the server.
  await expect(cell(page, '1B', 'focalLengthMm')).toHaveText('35')
  await expect(row(page, '1D')).toHaveCount(0)
  expect((await codes()).slice(0, 3)).toEqual(['1A', '1B', '1C'])
  await expect(page.getByRole('status').first()).toHaveText('saved')
})

test('a table is brought in with what was read of it shown, and the CSV that goes out comes back unchanged', async ({
  page,
}) => {
  await enter(page, 'shots')
  await page.getByRole('button', { name: 'Bring in a table' }).click()
  const dialog = page.getByRole('dialog', { name: 'Bring in shots' })
  await dialog
    .getByLabel('Table of shots')
    .fill(
      'Code;Description;Lens;T-Stop;Mood\n7A;Rain on the slip;35;2,8;grey\n7B;Boots;wide;4;\n1A;Yard wakes, wider;18;;',
    )
  await expect(dialog).toContainText('2 shots to make, 1 to change')
  await expect(dialog).toContainText('The column “Mood” is left out, with “grey”')
  await expect(dialog).toContainText('Line 3: “wide”')
  await expect(dialog).toContainText('Not there yet, to be made: scene 7.')
  await dialog.getByRole('button', { name: 'Bring them in' }).click()
  await expect(cell(page, '7A', 'tStop')).toHaveText('T2.8')
  await expect(cell(page, '1A', 'focalLengthMm')).toHaveText('18')
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(row(page, '7A')).toHaveCount(0)
  await expect(cell(page, '1A', 'focalLengthMm')).toHaveText('24')
  // The table comes from the server: what was undone has to have reached it.
  await expect(page.getByRole('status').first()).toHaveText('saved')

  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV' }).click()
  const text = await readFile(await (await download).path(), 'utf8')
  await page.getByRole('button', { name: 'Bring in a table' }).click()
  await dialog.getByLabel('Table of shots').fill(text)
  await expect(dialog).toContainText('0 shots to make, 27 to change')
  await expect(dialog.getByRole('status')).toHaveCount(0)
  const seq = await server.query('SELECT max(seq) AS n FROM edit')
  await dialog.getByRole('button', { name: 'Bring them in' }).click()
  await expect(page.getByRole('status').first()).toHaveText('saved')
  const before = await server.query(`SELECT before FROM edit WHERE seq > ${seq[0]!.n} ORDER BY seq LIMIT 1`)
  const edit = before[0]!.before as unknown as Record<string, unknown>[]
  const [after] = await server.query(`SELECT changes FROM edit WHERE seq > ${seq[0]!.n} ORDER BY seq LIMIT 1`)
  for (const [i, change] of (after!.changes as unknown as { fields: Record<string, unknown> }[]).entries())
    for (const [field, value] of Object.entries(change.fields)) expect([field, value]).toEqual([field, edit[i]![field]])
})

test('coverage shows who has no close; a pattern makes shots; boards and papers are there', async ({ page }) => {
  await enter(page, 'shots?view=coverage')
  await expect(page.locator('[data-answer]').first()).toHaveText('No close of Edda')
  await page.getByRole('button', { name: 'Dialogue for two' }).click()
  await page.getByLabel('Person 1').selectOption({ label: 'Corin Marsh' })
  await page.getByLabel('Person 2').selectOption({ label: 'Edda Marsh' })
  await page.getByRole('button', { name: 'Make 6 shots' }).click()
  await expect(page.locator('[data-answer]').first()).toHaveText(/Everybody has a close/)
  await page.getByRole('tab', { name: 'Boards' }).click()
  const board = page.locator('[data-board="1B"]')
  await board.getByLabel('Pictures').setInputFiles(await picture('yard.jpg', ['#27394a', '#5e8091', '#e8dab8']))
  await expect(board.getByRole('button', { name: 'Take the board off' })).toBeVisible()
  for (const [name, type] of [
    ['shot list', '%PDF'],
    ['pocket checklist', '%PDF'],
    ['boards', '%PDF'],
  ] as const) {
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name, exact: true }).click()
    expect((await readFile(await (await download).path())).subarray(0, 4).toString()).toBe(type)
  }
})

test('worked backwards: a face, a range in focus, and the same size on another lens', async ({ page }) => {
  await enter(page, 'shots')
  await cell(page, '3A', 'code').click()
  await page.getByRole('tab', { name: 'Backwards' }).click()
  const aside = page.getByRole('main')
  await expect(aside).toContainText('2.25 m away')
  await aside.getByLabel('Sharp from').fill('1,2')
  await aside.getByLabel('Sharp to').fill('4')
  await expect(aside).toContainText(/T\d+\.\d, focus at 1\.8\d m/)
  await expect(aside).toContainText('no lens closes that far')
  await aside.getByLabel('Sharp from').fill('2')
  await aside.getByLabel('Sharp to').fill('2,2')
  await expect(aside).toContainText(/costs \d+\.\d stops of light against T2.8/)
  await aside.getByRole('button', { name: 'Set it' }).first().click()
  await expect(cell(page, '3A', 'distanceM')).toHaveText('2.25')
  await page.getByRole('tab', { name: 'Exposure' }).click()
  await expect(aside).toContainText('Safe angles at 25 fps, 50 Hz')
})

test('a script comes in, a newer draft says what it changes, and shots stay with their scenes', async ({ page }) => {
  await enter(page, 'brief?view=script')
  const area = page.getByLabel('Screenplay', { exact: true })
  await area.fill(
    '7 INT. LOFT - NIGHT\n\nEDDA\nHold it.\n\n8 EXT. SLIP - DAWN\n\nWater, nothing else.\n\nTHE YARD - DAY\n\nGulls.',
  )
  const draft = page.locator('[data-draft]')
  await expect(draft).toContainText('2 scenes: 0 the same, 0 changed, 2 new, 0 gone')
  await expect(draft).toContainText('Line 10: “THE YARD - DAY” looks like a scene heading')
  await draft.getByRole('button', { name: 'Bring it in' }).click()
  await expect(page.getByRole('grid', { name: 'Scenes' })).toContainText('edda')
  await page.goto(page.url().replace(/brief.*$/, 'shots'))
  await page.getByLabel('Type a shot').fill('8A water')
  await page.getByLabel('Type a shot').press('Enter')
  await expect(row(page, '8A')).toHaveCount(1)
  await page.goto(page.url().replace(/shots.*$/, 'brief?view=script'))
  await area.fill('7 INT. LOFT - NIGHT\n\nEDDA\nHold it. Now.')
  await expect(draft).toContainText('1 scene: 0 the same, 1 changed, 0 new, 1 gone')
  await expect(draft).toContainText('gone, keeps 1 shot')
  await draft.getByRole('button', { name: 'Bring it in' }).click()
  await expect(page.getByRole('status').first()).toHaveText('saved')
  const [kept] = await server.query(`SELECT dropped FROM scene WHERE number = '8'`)
  expect(kept!.dropped).toBe(true)
  await page.getByRole('button', { name: /^Snags:/ }).click()
  await expect(page.locator('[data-snag="shots.scene-left-out"]')).toContainText('Scene 8 is not in the newest draft')
})

test('colours are drawn out of a dropped picture and become a palette; what is no picture is told', async ({
  page,
}) => {
  await enter(page, 'brief?view=look')
  const references = page.locator('section').filter({ has: page.getByRole('heading', { name: 'References' }) })
  await references
    .getByLabel('Pictures')
    .setInputFiles([
      await picture('net store.jpg', ['#27394a', '#8a5a2e', '#e8dab8']),
      { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') },
    ])
  await expect(page.getByRole('alert')).toContainText('notes.txt: This file is not a picture that can be read')
  const reference = page.locator('[data-reference="net store"]')
  await expect(reference.getByRole('button', { name: /^dark greyed blue #2/ })).toBeVisible()
  await reference.getByRole('button', { name: 'Palette' }).click()
  await expect(page.getByRole('list', { name: 'Palettes' })).toContainText('net store')
  await expect(page.locator('[data-snag="brief.colour-strays"]').first()).toContainText('Corin’s blue jacket')
})

test('money: a line typed, what is left follows, and the table leaves as CSV', async ({ page }) => {
  await enter(page, 'brief?view=money')
  const answer = page.getByRole('main').locator('[data-answer]').first()
  await expect(answer).toHaveText('€ 516.64 left of € 7,400')
  const rate = page.getByRole('row').filter({ hasText: 'Second camera' }).locator('[data-field=rateMinor]')
  await rate.click()
  await page.keyboard.type('900')
  await page.keyboard.press('Enter')
  await expect(answer).toHaveText('€ 539.36 over the budget')
  await expect(page.locator('[data-snag="brief.over-budget"]')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(answer).toHaveText('€ 516.64 left of € 7,400')
  // The table comes from the server: what was typed has to have reached it.
  await expect(page.getByRole('status').first()).toHaveText('saved')
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV' }).click()
  expect(await readFile(await (await download).path(), 'utf8')).toContain('Second camera,fee,1,2,day,420,1,1,840,,,EUR')
})

test('a room is drawn by walking round it, a window put in it, and the sun comes in by it', async ({ page }) => {
  await enter(page, 'scout')
  await page.getByRole('tab', { name: 'Bench corner' }).click()
  await page.getByLabel('Walls as you walk them').fill('6 4 l 2 r 3')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Corner 5,/ })).toBeVisible()
  await page.getByLabel('Add to the plan').selectOption('window')
  await expect(page.getByRole('main')).toContainText(/In by window/)
  const grip = page.locator('[data-thing="fitting"][aria-label^="window"]')
  await grip.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByRole('grid', { name: 'Things on the plan' })).toContainText('2.9 m')
  await page.getByLabel('Walls as you walk them').fill('6 wide')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('“wide” is no length')
  await page.getByRole('tab', { name: 'Sail loft' }).click()
  await expect(page.locator('[data-answer]').first()).toHaveText(/Sun on Chair \d\d:\d\d to \d\d:\d\d/)
  const then = await page.locator('[data-answer]').first().textContent()
  const date = page.getByRole('textbox', { name: 'Date of the sun study' })
  await date.fill('14 December')
  await date.press('Enter')
  await expect(date).toHaveValue('Mon 14 Dec 2026')
  await expect(page.locator('[data-answer]').first()).not.toHaveText(then!)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'SVG' }).click()
  expect(await readFile(await (await download).path(), 'utf8')).toMatch(/^<svg/)
})

test('a camera’s own movie is listened to: its packed sound lies where its plain sound does', async ({ page }) => {
  await enter(page, 'sync')
  const vectors = 'packages/core/vectors'
  await page
    .getByLabel('Recordings to line up')
    .setInputFiles([
      `${vectors}/audiosync/a_recorder.wav`,
      `${vectors}/audiosync/a_cam1.wav`,
      `${vectors}/movieSound/a_cam1.mp4`,
      `${vectors}/movieSound/pcm_s16le.mov`,
    ])
  await expect(page.getByRole('main').locator('[data-answer]')).toHaveText('3 of 4 recordings lie together', {
    timeout: 120_000,
  })
  const at = async (name: string) => parseFloat(await page.locator(`[data-sync="${name}"] + *`).innerText())
  // True by construction: 3.2173456 s.
  expect(await at('a_cam1.wav')).toBeCloseTo(3.217, 3)
  expect(Math.abs((await at('a_cam1.mp4')) - 3.2173)).toBeLessThan(0.0015)
})

test('a drive chosen in the browser is held against its lists, whatever they were made with, and one bit is found', async ({
  page,
}) => {
  const drive = await mkdtemp(path.join(os.tmpdir(), 'kavrell-drive-'))
  try {
    const hashes = ['xxh64', 'xxh3', 'xxh128', 'md5', 'sha1', 'sha256', 'c4']
    for (const hash of hashes) {
      await mkdir(path.join(drive, hash))
      const history = hash === 'sha256' ? [] : ['--history']
      execFileSync(process.execPath, ['apps/cli/bin/kavrell.mjs', 'copy', 'packages/copying/vectors/hashes/tree', '--to', path.join(drive, hash), '--hash', hash, ...history]) // prettier-ignore
    }
    // This one has its history alone to go by.
    for (const end of ['', '.seal']) await rm(path.join(drive, 'c4', 'tree', `checksums.c4${end}`))
    await enter(page, 'offload')
    const check = () => page.getByLabel('Folder to check').setInputFiles(drive)
    await check()
    await expect(page.locator('[data-checked]')).toHaveCount(hashes.length)
    for (const answer of await page.locator('[data-checked]').allInnerTexts())
      expect(answer).toMatch(/tree: 30 files, .*, as listed, and none is missing/)
    await rename(path.join(drive, 'md5'), path.join(drive, 'was md5'))
    const bytes = await readFile(path.join(drive, 'sha1', 'tree', 'hello.txt'))
    await writeFile(
      path.join(drive, 'sha1', 'tree', 'hello.txt'),
      bytes.map((byte, i) => (i === 0 ? byte ^ 1 : byte)),
    )
    await check()
    await expect(page.getByText('hello.txt: differs from what was copied.')).toHaveCount(1)
    await expect(page.locator('[data-checked$="sha1/tree"]')).toContainText('not as listed')
    await expect(page.locator('[data-checked$="was md5/tree"]')).toContainText('as listed, and none is missing')
  } finally {
    await rm(drive, { recursive: true })
  }
})
