import type { Builder } from './builder.ts'
import { asId, rankOfNumber } from '@kavrell/core/records'

const at = (clock: string) => new Date(`2026-05-13T${clock}+01:00`).toISOString()

const WELCOME = `Good afternoon, and thank you for coming down to the slip.
Nineteen months ago there was a stack of larch behind that shed, and a drawing that nobody here quite believed. [2 s]
Everything you can see of her was bent, planed and fastened by the people beside her now.
When the horn sounds, please stay behind the rope. She will not wait for us once she moves. [smiles]
Edda has the bottle. Corin has the last wedge. Let her go.`

/** The launch, cue by cue, with one rehearsal the evening before; and what is read aloud, changed since. */
export function addCues(b: Builder): void {
  const momentId = asId<'moment'>(b.id('moment', 'launch'))
  const cues = [
    ['horn', 'Horn, one long', 'pell', 'please stay behind the rope', 150, 'C', null],
    ['wedge', 'Last wedge out', 'corin', 'Let her go', null, 'D', null],
    ['bottle', 'Bottle on the bow', 'edda', '', null, 'A', 'Boom'],
    ['flags', 'Flags up, all along', 'hollis', '', 600, 'B', null],
    ['lines', 'Lines ashore', 'tobias', '', 1500, null, null],
  ] as const
  for (const [i, [key, name, person, onWords, atS, camera, sound]] of cues.entries())
    b.add('cue', key, {
      momentId,
      name,
      personId: b.id('person', person),
      onWords,
      atS,
      afterId: key === 'bottle' ? asId(b.id('cue', 'wedge')) : null,
      afterS: key === 'bottle' ? 12 : 0,
      cameraId: camera && b.id('camera', camera),
      sourceId: sound && b.id('soundSource', sound),
      rank: rankOfNumber(i),
    })
  const rehearsalId = b.add('rehearsal', 'evening', { momentId, beganAt: at('18:10:00') })
  const runs = [
    ['horn', 'hit', 0.4, '', '18:12:30'],
    ['wedge', 'hit', null, '', '18:13:10'],
    ['bottle', 'missed', null, 'rope round the wrong side of the post', '18:13:40'],
    ['flags', 'off', 6.5, 'two could not hear it', '18:20:07'],
  ] as const
  for (const [cue, came, byS, why, ranAt] of runs)
    b.add('cueRun', cue, { cueId: b.id('cue', cue), rehearsalId, came, byS, why, ranAt: at(ranAt) })
  const promptId = b.add('prompt', 'welcome', { name: 'Welcome at the slip', personId: b.id('person', 'juno'), words: WELCOME, rank: rankOfNumber(0) }) // prettier-ignore
  b.add('promptIssue', 'welcome', {
    promptId,
    words: WELCOME.replace('Nineteen', 'Seventeen').replace(' [smiles]', ''),
    issuedAt: at('17:40:00'),
  })
  for (const [i, tookS] of [37, 41].entries())
    b.add('promptRead', String(i), { promptId, personId: b.id('person', 'juno'), words: 78, tookS, readAt: at(`17:5${i}:00`) }) // prettier-ignore
}
