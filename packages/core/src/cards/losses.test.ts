import { describe, expect, test } from 'vitest'
import { seeded } from '../chance/index.ts'
import { productionWith } from '../testing/index.ts'
import { cardHeld, contentsOf, driveHeld, lossesOf } from './index.ts'

const CARDS = ['A1', 'B1']
const DRIVES = ['S1', 'S2', 'H1']
const PEOPLE = ['Maren', 'Sadie']
const PLACES = ['van', 'room 12']
/** H1 and S2 are two folders of one disk. */
const mediumOf = (drive: string) => (drive === 'H1' ? 'disk of S2' : `disk of ${drive}`)

/** A day at random, and what is really where: every take is followed by itself. */
function dayAtRandom(seed: number) {
  const random = seeded(seed)
  const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const ledger: Record<string, Record<string, object>> = { take: {}, copyRun: {}, copyCheck: {}, custody: {}, wipe: {} }
  const onCard = new Map(CARDS.map((card) => [card, [] as string[]]))
  /** What each run put on its drive, and whether it was last read back the same. */
  const runs: { id: string; card: string; drive: string; takes: string[]; isChecked: boolean; filling: number }[] = []
  const cardAt = new Map<string, { person: string; place: string }>()
  const handed: { drive: string; person: string; place: string }[] = []
  const filling = new Map(CARDS.map((card) => [card, 1]))
  const fillingOf = new Map<string, string>()
  for (let version = 10; version < 60; version++) {
    const [id, what] = [`${version}`, random()]
    if (what < 0.2) {
      const card = of(CARDS)
      ledger.take![id] = { version, cardIds: [card] }
      onCard.get(card)!.push(id)
      // It was in a device for that, and whoever had it has it no more.
      cardAt.delete(card)
      fillingOf.set(id, `${card} ${filling.get(card)!}`)
    } else if (what < 0.5) {
      const [card, drive] = [of(CARDS), of(DRIVES)]
      const takes = [...onCard.get(card)!]
      if (takes.length === 0) continue
      ledger.copyRun![id] = { version, cardId: card, driveId: drive, medium: mediumOf(drive), afterSeq: version - 1, files: takes.length, bytes: 1e12 } // prettier-ignore
      // A newer run of the same card to the same drive takes the place of the older.
      for (const run of runs) if (run.card === card && run.drive === drive && run.filling === filling.get(card)) run.takes = [] // prettier-ignore
      runs.push({ id, card, drive, takes, isChecked: false, filling: filling.get(card)! })
    } else if (what < 0.85 && runs.length > 0) {
      const run = of(runs)
      const isSame = random() < 0.8
      ledger.copyCheck![id] = { version, copyRunId: run.id, outcome: isSame ? 'same' : 'different' }
      run.isChecked = isSame
    } else if (what < 0.89) {
      const [card, person, place] = [of(CARDS), of(PEOPLE), of(PLACES)]
      ledger.custody![id] = { version, driveId: null, cardId: card, personId: person, place }
      cardAt.set(card, { person, place })
    } else if (what < 0.97) {
      const [drive, person, place] = [of(DRIVES), of(PEOPLE), of(PLACES)]
      ledger.custody![id] = { version, driveId: drive, personId: person, place }
      handed.push({ drive, person, place })
    } else {
      const card = of(CARDS)
      ledger.wipe![id] = { version, cardId: card }
      onCard.set(card, [])
      filling.set(card, filling.get(card)! + 1)
    }
  }
  const records = (names: readonly string[], field: string) => Object.fromEntries(names.map((name) => [name, { [field]: name }])) // prettier-ignore
  const production = productionWith({
    card: records(CARDS, 'label'),
    drive: records(DRIVES, 'label'),
    // In every second day both ride in one van.
    person: { ...records(PEOPLE, 'name'), Sadie: { name: 'Sadie', ridesInId: seed % 2 ? 'bus' : null } },
    vehicle: { bus: { name: 'Bus', driverId: 'Maren' } },
    ...ledger,
  })
  /** Takes of a filling of which nothing is left when these drives are lost; the card is not counted. */
  const goneOf = (contents: string, lost: (drive: string) => boolean) =>
    [...fillingOf]
      .filter(([, of]) => of === contents)
      .map(([take]) => take)
      .filter((take) => !runs.some((run) => run.takes.includes(take) && run.isChecked && !lost(run.drive)))
  // That two drives are one disk is known once both were copied to.
  const used = handed.filter(({ drive }) => Object.values(ledger.copyRun!).some((run) => (run as { driveId: string }).driveId === drive)) // prettier-ignore
  const heldBy = new Map(used.map((entry) => [mediumOf(entry.drive), entry]))
  return { production, heldBy, goneOf, cardAt }
}

describe('what a loss would destroy', () => {
  test('is what really would be gone, whatever happened in a day', () => {
    const told = { destroys: 0, spared: 0, withCard: 0, inVehicle: 0 }
    for (let seed = 1; seed <= 700; seed++) {
      const { production, heldBy, goneOf, cardAt } = dayAtRandom(seed)
      const contents = contentsOf(production).filter(({ copies, isOnCard }) => copies.length > 0 || isOnCard)
      for (const loss of lossesOf(production)) {
        const isLost = (drive: string) => {
          if (loss.of === 'drive') return mediumOf(drive) === loss.id
          const held = heldBy.get(mediumOf(drive))
          if (loss.of === 'vehicle') return held !== undefined
          return loss.of === 'person' ? held?.person === loss.id : held?.place === loss.id
        }
        for (const one of contents) {
          const isIn = (list: typeof loss.destroys) => list.some((hit) => hit.card.id === one.card.id && hit.filling === one.filling) // prettier-ignore
          const gone = goneOf(`${one.card.id} ${one.filling}`, isLost).length > 0
          const kept = one.isOnCard ? cardAt.get(one.card.id) : undefined
          const cardLost = kept && (loss.of === 'card' ? one.card.id === loss.id : loss.of === 'vehicle' ? true : loss.of === 'person' ? kept.person === loss.id : kept.place === loss.id) // prettier-ignore
          const isGone = gone && (!one.isOnCard || cardLost === true)
          // Of a card that nobody has said anything of it is told that all hangs on it, once there is a copy at all.
          const isOnCardOnly = gone && one.isOnCard && !kept && one.copies.length > 0
          if (isGone) told.destroys++
          if (isGone && loss.of === 'vehicle') told.inVehicle++
          else told.spared++
          if (cardLost) told.withCard++
          expect([seed, loss.name, one.card.id, one.filling, isIn(loss.destroys), isIn(loss.leavesCard)]).toEqual([seed, loss.name, one.card.id, one.filling, isGone, isOnCardOnly]) // prettier-ignore
        }
      }
    }
    // Else it would have proved nothing.
    expect(Math.min(told.destroys, told.spared, told.withCard)).toBeGreaterThan(300)
    expect(told.inVehicle).toBeGreaterThan(30)
  })

  test('once what is said to mend it is done, it destroys nothing of what lay on several', () => {
    let mended = 0
    for (let seed = 1; seed <= 700; seed++) {
      const { production } = dayAtRandom(seed)
      for (const loss of lossesOf(production)) {
        const { apart, copyAgain } = loss.mend
        if (apart.length === 0) continue
        const drives = Object.values(production.drive).filter(({ id }) => apart.some(({ medium }) => mediumOf(id) === medium)) // prettier-ignore
        const cards = Object.values(production.card).filter(({ id }) => apart.some(({ medium }) => medium === `card ${id}`)) // prettier-ignore
        const things = [...drives.map(({ id }) => ({ driveId: id, cardId: null })), ...cards.map(({ id }) => ({ driveId: null, cardId: id }))] // prettier-ignore
        const moved = Object.fromEntries(things.map((thing, i) => [`moved ${i}`, { id: `moved ${i}`, version: 99, ...thing, personId: 'somebody else', place: 'elsewhere' }])) // prettier-ignore
        const after = lossesOf({ ...production, custody: { ...production.custody, ...moved } } as typeof production)
        const again = after.find(({ of, id }) => of === loss.of && id === loss.id)
        const known = new Set(copyAgain.map(({ card, filling }) => `${card.id} ${filling}`))
        expect([...(again?.destroys ?? []), ...(again?.leavesCard ?? [])].filter(({ card, filling }) => !known.has(`${card.id} ${filling}`))).toEqual([]) // prettier-ignore
        mended++
      }
    }
    expect(mended).toBeGreaterThan(20)
  })

  test('a hand-over that only one has said of is believed of nobody where both have to; one that never came of nobody at all', () => {
    const with_ = (says: 'has it' | 'never came' | null, handOvers: 'said' | 'both') =>
      driveHeld(
        productionWith({
          rules: { handOvers },
          drive: { S1: { label: 'S1' } },
          person: { sadie: { name: 'Sadie Quill' } },
          custody: { e: { version: 6, driveId: 'S1', personId: 'sadie', place: 'Van' } },
          ...(says ? { custodyYes: { y: { version: 7, custodyId: 'e', says } } } : {}),
        }),
        'S1',
      )
    expect(with_(null, 'said')).toMatchObject({ personId: 'sadie', place: 'Van', waiting: null })
    expect(with_(null, 'both')).toMatchObject({ personId: null, place: '', waiting: { id: 'e' } })
    expect(with_('has it', 'both')).toMatchObject({ personId: 'sadie', waiting: null })
    for (const rule of ['said', 'both'] as const) expect(with_('never came', rule)).toMatchObject({ personId: null, lost: { id: 'e' } }) // prettier-ignore
  })

  test('a card that was in a device again since is in nobody’s known hands', () => {
    const rows = { card: { A1: { label: 'A1' } }, person: { sadie: { name: 'Sadie Quill' } }, custody: { e: { version: 6, driveId: null, cardId: 'A1', personId: 'sadie' } } } // prettier-ignore
    expect(cardHeld(productionWith(rows), 'A1').personId).toBe('sadie')
    const used = { cardMove: { m: { version: 7, cardId: 'A1', type: 'in' as const } } }
    expect(cardHeld(productionWith({ ...rows, ...used }), 'A1').personId).toBeNull()
    // Nobody wrote down that it was put in: what was recorded on it says so.
    expect(cardHeld(productionWith({ ...rows, take: { t: { version: 7, cardIds: ['A1'] } } }), 'A1').personId).toBeNull() // prettier-ignore
    expect(cardHeld(productionWith({ ...rows, take: { t: { version: 5, cardIds: ['A1'] } } }), 'A1').personId).toBe('sadie') // prettier-ignore
  })

  test('a drive is named, with its people and places; the worst stands first', () => {
    const production = productionWith({
      card: { A1: { label: 'A1' } },
      drive: { S1: { label: 'S1' }, S2: { label: 'S2' } },
      person: { sadie: { name: 'Sadie Quill' } },
      take: { t: { version: 1, cardIds: ['A1'] } },
      copyRun: {
        a: { version: 2, cardId: 'A1', driveId: 'S1', bytes: 1e12 },
        b: { version: 3, cardId: 'A1', driveId: 'S2', bytes: 1e12 },
      },
      copyCheck: { c: { version: 4, copyRunId: 'a' }, d: { version: 5, copyRunId: 'b' } },
      custody: {
        e: { version: 6, driveId: 'S1', personId: 'sadie', place: 'Van' },
        f: { version: 7, driveId: 'S2', personId: 'sadie', place: ' van ' },
      },
      wipe: { w: { version: 9, cardId: 'A1' } },
    })
    const losses = lossesOf(production)
    expect(losses.map(({ of, name, drives, destroys }) => [of, name, drives.join(), destroys.length])).toEqual([
      ['person', 'Sadie Quill', 'S1,S2', 1],
      ['place', 'van', 'S1,S2', 1],
      ['drive', 'S1', 'S1', 0],
      ['drive', 'S2', 'S2', 0],
    ])
    expect(losses[0]!.mend.apart).toHaveLength(1)
  })

  test('what was uploaded is lost with no person and no place; on a device that is a drive here as well it is', () => {
    const made = (mediumOfUpload: string) =>
      lossesOf(
        productionWith({
          card: { A1: { label: 'A1' } },
          drive: { S1: { label: 'S1' }, U1: { label: 'U1', speed: 'upload' } },
          person: { sadie: { name: 'Sadie Quill' } },
          take: { t: { version: 1, cardIds: ['A1'] } },
          copyRun: {
            a: { version: 2, cardId: 'A1', driveId: 'S1', medium: 'disk', bytes: 1e12 },
            b: { version: 3, cardId: 'A1', driveId: 'U1', medium: mediumOfUpload, bytes: 1e12 },
          },
          copyCheck: { c: { version: 4, copyRunId: 'a' }, d: { version: 5, copyRunId: 'b' } },
          custody: {
            e: { version: 6, driveId: 'S1', personId: 'sadie', place: 'van' },
            f: { version: 7, driveId: 'U1', personId: 'sadie', place: 'van' },
          },
          wipe: { w: { version: 9, cardId: 'A1' } },
        }),
      ).map(({ of, drives, destroys }) => [of, drives.join(), destroys.length])
    expect(made('far')).toEqual([['drive', 'S1', 0], ['person', 'S1', 0], ['drive', 'U1', 0], ['place', 'S1', 0]]) // prettier-ignore
    expect(made('disk')).toContainEqual(['person', 'S1,U1', 1])
  })
})
