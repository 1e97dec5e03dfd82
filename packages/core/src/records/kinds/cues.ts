import { type Field, choice, flag, instant, number, optional, ref, seconds, text, whole } from '../fields.ts'
import { ledger, plan, rank, type Rule } from '../tradeFields.ts'

const deviceAt = optional(instant({ label: 'By the device’s clock' }))
const secondsAfter = (label: string) => seconds({ label, initial: 0, least: 0, most: 36_000 })
/** What is said on stage: an hour of it. */
const spoken = (label: string): Field<string> => ({ ...text({ label, most: 60_000 }), input: 'lines' })

const ofOne: Rule = ({ momentId, shotId }) =>
  momentId && shotId ? { field: 'shotId', says: 'It belongs to a moment or to a shot, not to both.' } : null

/** What has to happen on a word or at a time, whether it did when it was rehearsed, and what is read aloud. */
export const CUES = {
  cue: plan(
    'something that somebody does on a word or at a time',
    {
      momentId: optional(ref({ label: 'In the moment', to: 'moment' })),
      shotId: optional(ref({ label: 'In the shot', to: 'shot' })),
      name: text({ label: 'What', initial: 'New cue', least: 1, most: 120, says: 'Say what is done.' }),
      personId: optional(ref({ label: 'By', to: 'person' })),
      onWords: text({ label: 'On the words', most: 200 }),
      atS: optional(secondsAfter('At')),
      afterId: optional(ref({ label: 'After', to: 'cue' })),
      afterS: secondsAfter('by'),
      cameraId: optional(ref({ label: 'Picture', to: 'camera' })),
      sourceId: optional(ref({ label: 'Sound', to: 'soundSource' })),
      /** Taken out; how it went stays in the log. */
      gone: flag({ label: 'Taken out' }),
      rank,
    },
    { rules: [ofOne] },
  ),
  rehearsal: ledger(
    'cues were gone through, or it was the real thing',
    {
      momentId: optional(ref({ label: 'Moment', to: 'moment' })),
      shotId: optional(ref({ label: 'Shot', to: 'shot' })),
      beganAt: instant({ label: 'Began' }),
      deviceAt,
    },
    { rules: [ofOne] },
  ),
  cueRun: ledger('how a cue came in a rehearsal', {
    cueId: ref({ label: 'Cue', to: 'cue' }),
    rehearsalId: ref({ label: 'Rehearsal', to: 'rehearsal' }),
    came: choice({ label: 'Came', initial: 'hit', of: ['hit', 'off', 'missed'], words: { hit: 'right', off: 'off' } }),
    /** Seconds after it should have come; before it where negative. */
    byS: optional(
      number({
        label: 'Late by',
        initial: 0,
        unit: 's',
        least: -36_000,
        most: 36_000,
        says: 'How late it came is in seconds; early is less than 0.',
      }),
    ),
    why: text({ label: 'Why', most: 200 }),
    ranAt: instant({ label: 'At' }),
    deviceAt,
  }),
  prompt: plan('a text that somebody reads aloud', {
    name: text({ label: 'Text', initial: 'New text', least: 1, most: 120, says: 'Give the text a name.' }),
    personId: optional(ref({ label: 'Read by', to: 'person' })),
    words: spoken('What is read'),
    rank,
  }),
  promptRead: ledger('how long somebody took to read so many words aloud', {
    promptId: ref({ label: 'Text', to: 'prompt' }),
    personId: optional(ref({ label: 'By', to: 'person' })),
    words: whole({ label: 'Words', initial: 1, least: 1, most: 100_000, says: 'It has at least one word.' }),
    tookS: number({ label: 'Took', initial: 1, unit: 's', moreThan: 0, most: 86_400, says: 'It took more than 0 s.' }),
    readAt: instant({ label: 'At' }),
    deviceAt,
  }),
  promptIssue: ledger('a text went onto the prompter as it was', {
    promptId: ref({ label: 'Text', to: 'prompt' }),
    words: spoken('As it went'),
    issuedAt: instant({ label: 'At' }),
    deviceAt,
  }),
} as const
