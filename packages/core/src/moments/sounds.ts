import { soundPlan, type SoundRecords, type Voice } from '../patch/index.ts'
import { type Moment, type MomentPhase, type Production, byId } from '../records/index.ts'

export type MomentSoundRecords = SoundRecords & Pick<Production, 'production' | 'moment' | 'momentPhase'>

/** A stretch of a moment that wants the same throughout. Seconds of the moment. */
export interface Phase {
  /** Null for what comes before the first phase that was named. */
  readonly phase: MomentPhase | null
  readonly fromS: number
  readonly toS: number
  readonly pictures: number
  /** Independent recordings of each voice that is heard. */
  readonly sounds: number
  readonly speakerIds: readonly string[]
}

/** A moment as the phases it goes through, in order. What a phase does not say is as the moment says, and that as the house rules. */
export function phasesOf(
  { production, momentPhase }: Pick<Production, 'production' | 'momentPhase'>,
  moment: Moment,
): readonly Phase[] {
  const named = Object.values(momentPhase)
    .filter(({ momentId, fromS }) => momentId === moment.id && fromS < moment.lastsS)
    .toSorted((a, b) => a.fromS - b.fromS || a.id.localeCompare(b.id))
  const starts: readonly (MomentPhase | null)[] = named[0]?.fromS === 0 ? named : [null, ...named]
  return starts.map((phase, i): Phase => {
    const speakers = phase && phase.speakerIds.length > 0 ? phase.speakerIds : moment.speakerIds
    return {
      phase,
      fromS: phase?.fromS ?? 0,
      toS: starts[i + 1]?.fromS ?? moment.lastsS,
      pictures: phase?.pictures ?? moment.pictures ?? production.onceOnlyPictures,
      sounds: phase?.sounds ?? moment.sounds ?? production.onceOnlySounds,
      speakerIds: speakers,
    }
  })
}

/** A voice that a phase wants, and what records it. */
export interface HeardVoice {
  readonly personId: string
  /** Null where nothing hears this person. */
  readonly voice: Voice | null
  readonly wanted: number
  readonly independent: number
}

/** For each phase the voices it wants, the weakest first. */
export function soundsOf(
  records: MomentSoundRecords,
  moment: Moment,
): readonly (Phase & { readonly voices: readonly HeardVoice[] })[] {
  // prettier-ignore
  const { voices } = soundPlan(records)
  return phasesOf(records, moment).map((phase) => ({
    ...phase,
    voices: phase.speakerIds
      .filter((id) => byId(records.person, id as never))
      .map((personId): HeardVoice => {
        const voice = voices.find(({ person }) => person.id === personId) ?? null
        return { personId, voice, wanted: phase.sounds, independent: voice?.independent ?? 0 }
      })
      .toSorted((a, b) => a.independent - b.independent),
  }))
}

/** What takes a voice from every recording of a moment when it dies. */
export interface SoundLoss {
  /** A microphone, a transmitter, a camera or a recorder, by its name. */
  readonly dies: string
  readonly silences: readonly string[]
  /** The first second at which one of them is heard. */
  readonly fromS: number
}

/** The loss of which silences somebody whom the moment wants heard; the most voices first. */
export function soundLossesOf(records: MomentSoundRecords, moment: Moment): readonly SoundLoss[] {
  const heard = soundsOf(records, moment).filter(({ sounds }) => sounds > 0)
  const fromOf = (personId: string) => heard.find(({ speakerIds }) => speakerIds.includes(personId))?.fromS ?? null
  return soundPlan(records)
    .losses.flatMap(({ dies, silences }): SoundLoss[] => {
      const wanted = silences.flatMap(({ id }) => (fromOf(id) === null ? [] : [id as string]))
      return wanted.length > 0 ? [{ dies, silences: wanted, fromS: Math.min(...wanted.map((id) => fromOf(id)!)) }] : []
    })
    .toSorted((a, b) => b.silences.length - a.silences.length || a.fromS - b.fromS)
}
