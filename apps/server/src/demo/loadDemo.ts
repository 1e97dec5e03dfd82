import type { Account } from '../accounts/accounts.ts'
import { asServer } from '../edits/writing.ts'
import { mkdir, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import type { Services } from '../http/app.ts'
import { drawPalette } from '@kavrell/core/colour'
import { createRecord, asId, type Change, rankOfNumber } from '@kavrell/core/records'
import {
  DEMO_PEOPLE,
  DEMO_CARD_VOLUME,
  DEMO_PICTURES,
  DEMO_VOLUMES,
  demoCard,
  type DemoFile,
  demoProduction,
} from '@kavrell/demo'

const CARDS = ['A1', 'A2', 'B1', 'C1', 'C2', 'D1', 'R1']

export async function hasProductions({ models }: Services): Promise<boolean> {
  return (await models.production.count()) > 0
}

/**
 * Loads *The Long Plank*: its plan through the door like any other edit, its media as real files, two cards
 * really copied and checked, a call sheet really sent, and then one change of mind after it.
 */
export async function loadDemo(services: Services, mediaRoot: string): Promise<string> {
  const { door, accounts, offload, jobs, sheets } = services
  const demo = demoProduction(uuidv7, services.now().getTime())
  const write = async (label: string, changes: readonly Change[]) => {
    const outcome = await door.acceptEdit(asServer('Maren Tolley'), demo.productionId, {
      id: uuidv7(),
      label,
      changes: [...changes],
    })
    if (!outcome.ok) throw new Error(`The demo was refused: ${JSON.stringify(outcome.error)}`)
  }
  await write('Load the demo', demo.plan)
  const members = new Map<string, Account>()
  for (const { name, role } of DEMO_PEOPLE) {
    const existing = await services.serverModels.account.findOne({
      where: { name: [name, `${name} (demo)`], demo: true },
    })
    const account =
      existing?.get() ??
      (await accounts.createAccount(name, null, true)) ??
      (await accounts.createAccount(`${name} (demo)`, null, true))
    if (!account) continue
    await accounts.giveRole(account.id, demo.productionId, role)
    members.set(name, account)
  }
  await makeMedia(mediaRoot)
  const people = ['maren', 'pell', 'juno', 'idris', 'tobias', 'sadie', 'hollis', 'edda', 'corin'].map((name) =>
    demo.id('person', name),
  )
  await sheets.issue(members.get('Juno Brask')!, demo.productionId, {
    id: uuidv7(),
    dayId: demo.id('day', 'day 1'),
    personIds: people,
  })
  await readSheets(
    services,
    demo.productionId,
    [0, 1, 2, 3, 4, 7].map((i) => people[i]!),
  )
  await write('Log the morning', demo.log)
  for (const [card, drives] of [
    ['A1', ['S1', 'S2', 'H1']],
    ['B1', ['S1']],
    ['R1', ['S1', 'H1']],
    ['D1', ['S1', 'S2', 'H1']],
  ] as const) {
    const outcome = await offload.copyCard(
      members.get('Sadie Quill')!,
      demo.productionId,
      demo.id('card', card),
      drives.map((drive) => demo.id('drive', drive)),
    )
    if (!outcome.ok) throw new Error(`The demo's copy was refused: ${outcome.error.says}`)
    await jobs.quiet()
  }
  for (const label of CARDS) await writeCard(mediaRoot, label, demoCard(label).late)
  const meal = demo.id('orderItem', 'day 1 Meal, net store')
  await write('Bring in pictures', await demoPictures(services, demo))
  await write('Meal before the shavings', [
    {
      op: 'update',
      kind: 'orderItem',
      id: asId(meal),
      version: Number.MAX_SAFE_INTEGER,
      fields: { rank: rankOfNumber(8.5) },
    },
  ])
  return demo.productionId
}

/** The demo's pictures: drawn, kept like any that is uploaded, their colours drawn out of them. */
async function demoPictures({ pictures }: Services, demo: ReturnType<typeof demoProduction>): Promise<Change[]> {
  const changes: Change[] = []
  for (const [rank, { caption, svg, purpose, spot, at, shot }] of DEMO_PICTURES.entries()) {
    const photograph = await sharp(Buffer.from(svg)).jpeg({ quality: 90 }).toBuffer()
    const kept = await pictures.keep(demo.productionId, 'Maren Tolley', photograph)
    if (!kept.ok) throw new Error(`The demo's picture was refused: ${kept.error.says}`)
    const pixels = await sharp(photograph).resize(160).ensureAlpha().raw().toBuffer()
    const { fileId, widthPx, heightPx } = kept.value
    changes.push(
      createRecord(
        'picture',
        {
          fileId,
          widthPx,
          heightPx,
          caption,
          purpose,
          rank: rankOfNumber(rank),
          colours: drawPalette(new Uint8ClampedArray(pixels), 6),
          spotId: spot ? demo.id('spot', spot) : null,
          shotId: shot ? demo.id('shot', shot) : null,
          xM: at?.[0] ?? null,
          yM: at?.[1] ?? null,
        },
        asId(uuidv7()),
      ),
    )
  }
  return changes
}

/** Opens the sheets of some people, as they would from their message. */
async function readSheets(
  { serverModels: { reading }, sheets }: Services,
  productionId: string,
  personIds: readonly string[],
): Promise<void> {
  const rows = await reading.findAll({ where: { productionId, personId: [...personIds] } })
  for (const row of rows) await sheets.wasRead(row.get().token)
}

async function makeMedia(mediaRoot: string): Promise<void> {
  for (const label of CARDS) {
    await mkdir(path.join(mediaRoot, 'cards', label), { recursive: true })
    await writeFile(path.join(mediaRoot, 'cards', `${label}.volume.json`), JSON.stringify(DEMO_CARD_VOLUME(label)))
    await writeCard(mediaRoot, label, demoCard(label).copied)
  }
  for (const [label, behaviour] of Object.entries(DEMO_VOLUMES)) {
    await mkdir(path.join(mediaRoot, 'drives', label), { recursive: true })
    await writeFile(path.join(mediaRoot, 'drives', `${label}.volume.json`), JSON.stringify(behaviour))
  }
}

async function writeCard(mediaRoot: string, label: string, files: readonly DemoFile[]): Promise<void> {
  for (const file of files) {
    const target = path.join(mediaRoot, 'cards', label, file.path)
    await mkdir(path.dirname(target), { recursive: true })
    await writeFile(target, file.bytes, { flag: 'wx' }).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw error
    })
  }
}

/** Puts the demo that is there aside: ledgers are never erased, so its people leave it and its media are moved. */
export async function archiveDemo(
  { serverModels: { account, membership } }: Services,
  mediaRoot: string,
): Promise<void> {
  const demo = await account.findAll({ where: { demo: true } })
  await membership.destroy({ where: { accountId: demo.map((row) => row.get().id) } })
  const stamp = new Date().toISOString().replace(/[:.]/g, '-')
  for (const folder of ['cards', 'drives']) {
    await mkdir(path.join(mediaRoot, 'put-aside', stamp), { recursive: true })
    await rename(path.join(mediaRoot, folder), path.join(mediaRoot, 'put-aside', stamp, folder))
    await mkdir(path.join(mediaRoot, folder), { recursive: true })
  }
}
