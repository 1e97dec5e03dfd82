import {
  cardAgainstJob,
  type OtherThanJob,
  type SetUpCell,
  setUpCard,
  type SoundDevice,
  type SoundPlan,
  soundPlan,
  type Voice,
  waysToMore,
} from '../patch/index.ts'
import { blank, createRecord, asId, type Production, type PlainChange, updateRecord } from '../records/index.ts'
import { counted } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

/** Is a camera set otherwise than the card wants it, by the last that was seen of it? */
export function checkSetUp(production: Production): Finding[] {
  // Without a day that began: what was seen to differ differs until somebody has seen it set.
  return setUpCard(production, null).differing.map(tellSetting)
}

function tellSetting({ line, camera, wanted, shown }: SetUpCell): Finding {
  return {
    check: 'patch.set-otherwise',
    severity: line.harm,
    stage: 'patch',
    rule: null,
    about: { kind: 'setUpLine', id: line.id },
    says: `${camera.letter} was seen with ${line.name} ${shown}; ${wanted} is wanted. Set it, and look again.`,
    evidence: [
      { label: line.name, value: shown ?? '', unit: '', from: `camera ${camera.letter}` },
      { label: 'wanted', value: wanted, unit: '', from: 'card' },
    ],
    fixes: [],
  }
}

/** Does the card still say what the job does? Every camera that agrees with it is wrong where it does not. */
export const checkCard = (production: Production): Finding[] =>
  cardAgainstJob(production).map((other) => tellCard(production, other))

function tellCard({ camera }: Production, { line, exception, card, job }: OtherThanJob): Finding {
  const letter = exception ? camera[exception.cameraId]?.letter : undefined
  const of = letter === undefined ? line.name : `${line.name} of ${letter}`
  return {
    check: 'patch.card-other-than-job',
    severity: 'watch',
    stage: 'patch',
    rule: null,
    about: { kind: 'setUpLine', id: line.id },
    says: `The card wants ${of} to be ${card}; by the job it is ${job || 'nothing'}.`,
    evidence: [
      { label: 'card', value: card, unit: '', from: 'set-up card' },
      {
        label: 'job',
        value: job,
        unit: '',
        from: letter === undefined ? 'what is delivered, where and when' : 'sound',
      },
    ],
    fixes: [
      {
        says: `Write ${job || 'nothing'} on the card`,
        changes: [exception ? updateRecord('setUpException', exception.id, { wanted: job }) : updateRecord('setUpLine', line.id, { wanted: job })], // prettier-ignore
        costs: 'Each camera has to be looked at again.',
      },
    ],
  }
}

/** Has each voice recordings that do not die of one cause, has every camera a sound, and each input one? */
export function checkSound(production: Production): Finding[] {
  const plan = soundPlan(production)
  if (plan.sources.length === 0) return []
  return [
    ...plan.voices.flatMap((voice) => tellVoice(production, voice)),
    ...plan.devices.flatMap(tellInputs),
    ...plan.withoutScratch.map((device) => tellScratch(plan, device)),
  ]
}

/** Somebody who is heard in what happens once: there is no second time for their sound. */
const isHeardOnce = (production: Production, personId: string): boolean =>
  Object.values(production.shot).some((shot) => shot.onceOnly && shot.personIds.some((id) => id === personId))

function tellVoice(production: Production, voice: Voice): Finding[] {
  const wanted = production.production.onceOnlySounds
  const { person, independent, recordings, loneNeeds, paths } = voice
  if (independent >= wanted) return []
  const why = paths.length === 0 ? 'No recording hears it' : loneNeeds.length > 0 ? `All of them need ${loneNeeds.join(', ')}` : 'Every two of them share something' // prettier-ignore
  return [
    {
      check: 'patch.voice-too-thin',
      severity: independent === 0 || isHeardOnce(production, person.id) ? 'stop' : 'watch',
      stage: 'patch',
      rule: 'onceOnlySounds',
      about: { kind: 'person', id: person.id },
      says: `The voice of ${person.name} has ${counted(recordings, 'recording')}, ${independent} of ${wanted} independent. ${why}.`,
      evidence: [
        { label: 'independent recordings', value: independent, unit: '', from: 'sound' },
        { label: 'wanted', value: wanted, unit: '', from: 'house rule' },
        { label: 'devices that record it', value: recordings, unit: '', from: 'sound' },
      ],
      fixes: waysToMore(production, voice).slice(0, 3).map(({ source, device, input }) => ({
        says: `${source.name} into ${device.letter}, input ${input} as well`,
        changes: [lay(source.id, device, input)],
      })), // prettier-ignore
    },
  ]
}

const lay = (sourceId: string, { kind, id }: SoundDevice, input: number): PlainChange =>
  createRecord(
    'soundWay',
    blank('soundWay', {
      sourceId: asId<'soundSource'>(sourceId),
      cameraId: kind === 'camera' ? asId<'camera'>(id) : null,
      recorderId: kind === 'recorder' ? asId<'recorder'>(id) : null,
      input,
    }),
  )

function tellInputs(device: SoundDevice): Finding[] {
  const { id, kind, letter, inputs, doubled, beyond } = device
  const about = { kind, id }
  const base = { stage: 'patch', rule: null, about, fixes: [] as Fix[] } as const
  return [
    ...(doubled.length > 0
      ? [
          {
            ...base,
            check: 'patch.input-taken-twice',
            severity: 'stop' as const,
            says: `Two sounds go into ${letter}, input ${doubled.join(' and ')}.`,
            evidence: [{ label: 'inputs taken twice', value: doubled.join(', '), unit: '', from: `${kind} ${letter}` }],
          },
        ]
      : []),
    ...(beyond.length > 0
      ? [
          {
            ...base,
            check: 'patch.no-such-input',
            severity: 'stop' as const,
            says: `${letter} has ${counted(inputs, 'input')}; something goes into input ${beyond.join(' and ')}.`,
            evidence: [
              { label: 'inputs', value: inputs, unit: '', from: `${kind} ${letter}` },
              { label: 'wanted', value: Math.max(...beyond), unit: '', from: 'sound' },
            ],
          },
        ]
      : []),
  ]
}

function tellScratch({ sources }: SoundPlan, device: SoundDevice): Finding {
  const room = sources.find(({ source }) => source.is === 'room')?.source
  const [input] = device.free
  return {
    check: 'patch.no-scratch-sound',
    severity: 'watch',
    stage: 'patch',
    rule: null,
    about: { kind: device.kind, id: device.id },
    says: `${device.letter} records no sound: if its timecode is lost, nothing is left to lay it beside the others by.`,
    evidence: [{ label: 'sounds recorded', value: 0, unit: '', from: `camera ${device.letter}` }],
    fixes:
      room && input !== undefined
        ? [{ says: `${room.name} into ${device.letter}, input ${input}`, changes: [lay(room.id, device, input)] }]
        : [],
  }
}
