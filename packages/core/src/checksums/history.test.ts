import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  canBeWritten,
  chainText,
  type Generation,
  generationName,
  generationText,
  linesOfHistory,
  parseChain,
  parseGeneration,
} from './history.ts'
import { readLists } from './lists.ts'

const DIGEST = 'a3dad144c40657ed'
const OTHER = 'f809ffeed13fb043'
const generation = (files: Generation['files']): Generation => ({ createdMs: 1_779_000_000_000, host: 'cart', tool: 'kavrell', process: 'transfer', files }) // prettier-ignore
const file = (path: string, digest = DIGEST, action: 'original' | 'verified' | 'failed' = 'original') => ({ path, bytes: 5, modifiedMs: 1_778_999_000_000, digests: [{ hashName: 'xxh64' as const, digest, action }] }) // prettier-ignore

/** As another program writes it, by the published schema: other order of attributes, directories, two formats. */
const FOREIGN = `<?xml version="1.0" encoding="UTF-8"?>
<hashlist xmlns="urn:ASC:MHL:v2.0" version="2.0">
  <creatorinfo>
    <creationdate>2026-05-14T20:15:00+02:00</creationdate>
    <hostname>cart.local</hostname>
    <tool version="0.9">another tool</tool>
    <author><name>Ilse Varga</name></author>
  </creatorinfo>
  <processinfo><process>in-place</process>
    <roothash><content><xxh64 hashdate="2026-05-14T20:15:00+02:00">4c226b42e27d7af3</xxh64></content></roothash>
    <ignore><pattern>.DS_Store</pattern></ignore></processinfo>
  <hashes>
    <directoryhash><path>Clips</path><content><xxh64>906faa843d591a9f</xxh64></content></directoryhash>
    <hash>
      <path lastmodificationdate="2026-05-14T18:00:00+02:00" size="11">Clips/A &amp; B.mov</path>
      <md5 action="original" hashdate="2026-05-14T20:15:00+02:00">5EB63BBBE01EEED093CB22BB8F5ACDC3</md5>
      <xxh64 action="original">${DIGEST}</xxh64>
    </hash>
  </hashes>
</hashlist>`

describe('a generation', () => {
  test('comes back as it was written, whatever the files are called', () =>
    fc.assert(
      fc.property(fc.uniqueArray(fc.string({ minLength: 1, unit: 'binary' }).filter(canBeWritten), { minLength: 1 }), (names) => {
        const written = generation(names.map((name) => file(name)))
        const read = parseGeneration(generationText(written, ['checksums.xxh64']))
        expect(read).toEqual({ ok: true, value: written })
      }),
    )) // prettier-ignore
  test('names that XML cannot hold are known beforehand', () =>
    expect(['a\u0001', 'a\ud800', 'a\uffff', 'a\n', '写真 é'].map(canBeWritten)).toEqual([
      false,
      false,
      false,
      true,
      true,
    ]))
  test('another program’s list is read: capital digests, folders passed over, any order', () =>
    expect(parseGeneration(FOREIGN)).toMatchObject({
      ok: true,
      value: {
        createdMs: Date.UTC(2026, 4, 14, 18, 15),
        process: 'in-place',
        files: [
          {
            path: 'Clips/A & B.mov',
            bytes: 11,
            digests: [{ hashName: 'md5', digest: '5eb63bbbe01eeed093cb22bb8f5acdc3' }, { hashName: 'xxh64', digest: DIGEST }], // prettier-ignore
          },
        ],
      },
    }))
  test('one that was cut, is no list, or brings entities of its own is refused in a sentence', () => {
    const text = generationText(generation([file('a'), file('b')]), [])
    for (let cut = 1; cut < text.trimEnd().length; cut += 7) expect(parseGeneration(text.slice(0, cut)).ok).toBe(false)
    expect(parseGeneration('<other/>')).toEqual({ ok: false, error: 'is not a list of digests.' })
    const bomb = `<!DOCTYPE a [<!ENTITY x "x">${Array.from({ length: 30 }, (_, i) => `<!ENTITY x${i + 1} "&x${i || ''};&x${i || ''};">`).join('')}]>` // prettier-ignore
    expect(parseGeneration(bomb + FOREIGN.slice(FOREIGN.indexOf('<hashlist')))).toMatchObject({ ok: false, error: /document type/ }) // prettier-ignore
    expect(parseGeneration(FOREIGN.replace(DIGEST, 'beef'))).toEqual({ ok: false, error: 'says of Clips/A & B.mov what is no xxh64.' }) // prettier-ignore
  })
  test('its name says number, folder and time, and never leads anywhere', () =>
    expect(generationName(2, '../A1:x', Date.UTC(2026, 4, 14, 20, 15, 9))).toBe('0002_.._A1_x_2026-05-14_201509Z.mhl'))
})

describe('a chain', () => {
  const links = [1, 2].map((number) => ({ number, name: `000${number}_a & b.mhl`, c4: `c4${'1'.repeat(88)}` }))
  test('comes back as it was written', () => expect(parseChain(chainText(links))).toEqual({ ok: true, value: links }))
  test('a number that is left out is told', () =>
    expect(parseChain(chainText([links[1]!]))).toEqual({ ok: false, error: 'lacks number 1.' }))
  test('a list outside of its folder is none', () =>
    expect(parseChain(chainText([{ ...links[0]!, name: '../x.mhl' }])).ok).toBe(false))
})

describe('what a history says of each file', () => {
  test('is what it was first, however often it was looked at since', () =>
    expect(linesOfHistory([generation([file('a')]), generation([file('a', OTHER, 'failed'), file('b', OTHER)])])).toMatchObject({
      lines: [{ path: 'a', digest: DIGEST }, { path: 'b', digest: OTHER }],
      problems: [],
      notes: ['a: the history says that it once was not what it had been.'],
    })) // prettier-ignore
  test('a list that calls another file the same is told', () =>
    expect(linesOfHistory([generation([file('a')]), generation([file('a', OTHER, 'verified')])]).problems).toHaveLength(1)) // prettier-ignore
  test('a file that was renamed is looked for by its last name only', () =>
    expect(linesOfHistory([generation([file('a')]), generation([{ ...file('b'), previousPath: 'a' }])]).lines).toEqual([
      { path: 'b', digest: DIGEST, hashName: 'xxh64' },
    ]))
  test('a file that only ever failed is vouched for by nobody', () =>
    expect(linesOfHistory([generation([file('a', OTHER, 'failed')])])).toMatchObject({ lines: [], notes: [/once was not/, /no digest/] })) // prettier-ignore
})

describe('a folder’s lists', () => {
  /** Not a digest, but as good as one here: another text gives another. */
  const digestOf = async (text: string) =>
    `${text.length} ${[...text].reduce((sum, c, i) => (sum + c.charCodeAt(0) * (i + 1)) % 1_000_003, 0)}`
  const history = async (...generations: readonly Generation[]) => {
    const texts = generations.map((one) => generationText(one, []))
    const links = await Promise.all(texts.map(async (text, i) => ({ number: i + 1, name: `${i + 1}.mhl`, c4: await digestOf(text) }))) // prettier-ignore
    return new Map([['ascmhl/ascmhl_chain.xml', chainText(links)], ...texts.map((text, i) => [`ascmhl/${i + 1}.mhl`, text] as const)]) // prettier-ignore
  }
  test('a sound history counts as a list that nothing was cut from', async () => {
    const found = await readLists(
      await history(generation([file('a')]), generation([file('a', DIGEST, 'verified')])),
      digestOf,
    )
    expect(found).toMatchObject({ problems: [], lists: [{ hashName: 'xxh64', sealed: true, lines: [{ path: 'a' }] }] })
    expect(found.history?.generations).toHaveLength(2)
  })
  test('one whose list is gone, was changed, or that has no chain is no proof', async () => {
    const whole = await history(generation([file('a')]), generation([file('a', DIGEST, 'verified')]))
    const changed = (change: (texts: Map<string, string>) => unknown) => {
      const texts = new Map(whole)
      change(texts)
      return readLists(texts, digestOf)
    }
    for (const found of [
      await changed((texts) => texts.delete('ascmhl/2.mhl')),
      await changed((texts) => texts.set('ascmhl/1.mhl', texts.get('ascmhl/1.mhl')!.replace(DIGEST, OTHER))),
      await changed((texts) => texts.delete('ascmhl/ascmhl_chain.xml')),
      await changed((texts) => texts.set('ascmhl/ascmhl_chain.xml', '<x>')),
    ]) {
      expect(found.problems.length).toBeGreaterThan(0)
      expect(found.history).toBeNull()
      expect(found.lists.some((list) => list.sealed)).toBe(false)
    }
  })
})
