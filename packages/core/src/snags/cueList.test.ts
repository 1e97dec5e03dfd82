import { expect, test } from 'vitest'
import { applyChanges, productionOf, tablesOf } from '../records/index.ts'
import { productionWith } from '../testing/index.ts'
import { checkCueList } from './checkCueList.ts'

type Cues = NonNullable<Parameters<typeof productionWith>[0]['cue']>
const given = (cue: Cues) => productionWith({ moment: { m: { name: 'The bend', lastsS: 90 } }, shot: { s: { code: '2A' } }, person: { p: { name: 'Juno' } }, camera: { a: { letter: 'A' } }, soundSource: { out: { gone: true } }, cue }) // prettier-ignore

test.each<[string, Cues, readonly string[]]>([
  ['that comes', { c: { momentId: 'm', atS: 10 } }, []],
  ['that waits for itself', { c: { shotId: 's', name: 'Steam', afterId: 'c' } }, ['2A, “Steam”: It waits for itself: in what it comes after, there is a circle.']], // prettier-ignore
  ['that waits for itself, taken out', { c: { shotId: 's', afterId: 'c', gone: true } }, []],
  ['after the end', { c: { momentId: 'm', name: 'Horn', atS: 91 } }, ['The bend, “Horn”: It comes after the end.']],
  ['with a camera that is not there', { c: { momentId: 'm', name: 'Horn', atS: 1, cameraId: 'a' } }, ['The bend, “Horn”: Its camera does not cover this moment.']], // prettier-ignore
  ['with a sound that was taken out', { c: { shotId: 's', name: 'Horn', sourceId: 'out' } }, ['2A, “Horn”: Its sound was taken out.']], // prettier-ignore
  ['beside another by the same hands, once', { c: { momentId: 'm', name: 'Horn', atS: 1, personId: 'p' }, d: { momentId: 'm', name: 'Flag', atS: 2, personId: 'p' } }, ['The bend, “Flag”: Juno has “Horn” at the same time.']], // prettier-ignore
])('a cue %s', (_, cue, says) => {
  const p = given(cue)
  const found = checkCueList(p)
  expect(found.map((one) => one.says)).toEqual(says)
  // Where there is a way out, it leaves none of it.
  for (const { fixes } of found)
    for (const fix of fixes)
      expect(checkCueList(productionOf(applyChanges(tablesOf(p), fix.changes as never, 9))!)).toEqual([])
})
