import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { isolationOf } from './index.ts'

const PARTS = ['cable', 'microphone', 'transmitter', 'receiver', 'input']
type Try = readonly [part: string, put: 'another' | 'the same again', stillThere: boolean]
const after = (tries: readonly Try[], parts = PARTS) =>
  isolationOf(
    productionWith({
      fault: { f: { parts } },
      faultTry: Object.fromEntries(tries.map(([part, put, stillThere], i) => [`t${i}`, { version: i + 1, faultId: 'f', part, put, stillThere }])), // prettier-ignore
    }),
    'f',
  )

describe('a fault that one part has, followed try by try', () => {
  it('is found in that part and no other, and shown only once it came back with it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...PARTS), (guilty) => {
        const tries: Try[] = []
        for (let step = 0; step < 12; step++) {
          const { next, found } = after(tries)
          if (!next) break
          if (found) expect(found).toEqual({ part: guilty, verdict: 'likely' })
          tries.push([next.part, next.put, next.put === 'the same again' || next.part !== guilty])
        }
        expect(after(tries).found).toEqual({ part: guilty, verdict: 'shown' })
        // One swap each up to it, and one to prove it.
        expect(tries).toHaveLength(PARTS.indexOf(guilty) + 2)
      }),
    )
  })
  it('that comes and goes by itself is never called shown of a part that has nothing to do with it', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 20 }), (there) => {
        const tries: Try[] = []
        for (const stillThere of there) {
          const { next } = after(tries)
          if (!next) break
          tries.push([next.part, next.put, stillThere])
          const { found } = after(tries)
          // Shown means: gone with another, and there again with the same, one after the other.
          if (found?.verdict === 'shown') {
            const own = tries.filter(([part]) => part === found.part)
            expect(own.slice(-2)).toEqual([[found.part, 'another', false], [found.part, 'the same again', true]]) // prettier-ignore
          }
        }
      }),
    )
  })
})

test.each<[string, readonly Try[], object]>([
  ['nothing tried', [], { found: null, next: { part: 'cable', put: 'another' }, isNoneOfThem: false }],
  ['gone with another cable', [['cable', 'another', false]], { found: { part: 'cable', verdict: 'likely' }, next: { part: 'cable', put: 'the same again' } }], // prettier-ignore
  ['gone, and not back with the old one: it was the plugging, or it comes and goes', [['cable', 'another', false], ['cable', 'the same again', false]], { found: null, next: { part: 'microphone', put: 'another' } }], // prettier-ignore
  [
    'a part that was not on the list',
    [['adapter', 'another', false]],
    { found: { part: 'adapter', verdict: 'likely' } },
  ],
  ['all cleared', PARTS.map((part): Try => [part, 'another', true]), { found: null, next: null, isNoneOfThem: true }],
])('%s', (_, tries, told) => expect(after(tries)).toMatchObject(told))

test('without parts nothing is cleared', () => expect(after([], [])).toMatchObject({ next: null, isNoneOfThem: false }))
