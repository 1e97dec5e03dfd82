import type { Finding, Severity } from './finding.ts'

/** Findings of one check and one weight: the same thing wrong in several places. */
export interface FindingKind<F extends Finding = Finding> {
  readonly check: string
  readonly severity: Severity
  readonly stage: Finding['stage']
  /** What is wrong, in a few words, without where. */
  readonly says: string
  readonly findings: readonly F[]
}

/** What the findings of a check have in common, where its name alone would not say it. */
const WORDS: Readonly<Record<string, string>> = {
  'brief.colour-strays': 'colour strays from its palette',
  'brief.palettes-alike': 'palettes too alike',
  'call.older-than-order': 'call sheet older than its order',
  'cover.once-only-too-thin': 'once-only moment too thinly covered',
  'crew.wanted-but-away': 'wanted on a day they are not there',
  'order.camera-in-two-units': 'one camera, two units at once',
  'order.water-unknown': 'tied to a water that no table has',
  'crew.wanted-in-two-places': 'wanted in two places at once',
  'kit.missing': 'not owned and not rented',
  'patch.cue-cannot-come': 'a cue that cannot come as it is written',
  'kit.not-there': 'rented, and not there on a day that wants it',
  'kit.too-heavy': 'a camera too heavy for what holds it',
  'media.hand-over-open': 'handed over, and nobody says that it came',
  'kit.fault-open': 'something that does not work',
  'packing.no-case': 'in no case',
  'packing.case-unknown': 'in a case that is not listed',
  'packing.label-twice': 'two cases of one label',
  'packing.overloaded': 'a vehicle loaded with too much',
  'packing.case-too-heavy': 'a case that takes more than two',
  'packing.door': 'a case that fits through no door',
  'packing.ramp': 'a case that is too heavy for the ramp',
  'packing.all-in-one': 'a recording that travels in one vehicle alone',
  'packing.not-charged': 'not full in time',
  'packing.circuit-at-night': 'too much on charge on one circuit',
  'packing.sockets': 'more on charge than the sockets give',
  'packing.not-here': 'not found when packing',
  'packing.not-back': 'went out and did not come back',
  'light.too-dark-for-shot': 'too dark for a shot',
  'light.too-bright-for-shot': 'too bright for a shot',
  'light.caution-heat': 'hot lamps, and no word on heat',
  'light.caution-mains': 'mains beside water, and no word on it',
  'light.burnt-out-behind': 'something behind is burnt out',
  'light.camera-shadow': 'a camera in the way of a lamp',
  'light.cannot-stand-there': 'something where it cannot stand',
  'light.caution-cable': 'cable across a path, and no word on it',
  'light.caution-height': 'lamps high up, and no word on it',
  'light.caution-wind': 'something in the wind, and no word on it',
  'light.cue-off': 'off after a cue',
  'light.haze-and-filter': 'haze and a filter together',
  'light.hot-spot': 'a hot spot behind',
  'light.meter-disagrees': 'the meter says otherwise',
  'light.panel-in-view': 'a cloth or flag in the picture',
  'light.role-otherwise': 'a lamp that does not do what it is called',
  'light.spectacles-glare': 'a lamp in spectacles',
  'light.stand-too-short': 'higher than a stand goes',
  'light.colours-meet': 'two colours of light on a face',
  'light.daylight-not-known': 'daylight that cannot be read',
  'light.lamp-in-view': 'a lamp in the picture',
  'light.stand-in-view': 'a stand in the picture',
  'light.fixed-lamp-unknown': 'a lamp that hangs there, and nobody said how bright',
  'light.moves-meanwhile': 'daylight changes between shots',
  'light.wind-tips': 'tips in the gusts that are expected',
  'light.ratio': 'ratio off what was asked',
  'light.mirror-shows': 'a mirror shows what it should not',
  'media.copies-below-rule': 'card without the copies the rule asks for',
  'media.evening-too-late': 'copies that do not end before sleep or the next call',
  'media.evening-too-long': 'whoever copies has too long a day',
  'media.formatted-too-soon': 'formatted before it was safe',
  'roll.number-twice': 'one number for two takes',
  'roll.number-out-of-turn': 'a number out of its turn',
  'media.card-empty': 'takes logged, no file found',
  'order.before-what-it-follows': 'before what it is to follow',
  'order.demands-in-a-circle': 'demands that go round in a circle',
  'order.not-in-its-place': 'not first or last as it is to be',
  'order.over-too-late': 'over later than it has to be',
  'order.person-gone-by-then': 'somebody has gone by then',
  'order.loud-in-quiet-shot': 'loud in a quiet shot',
  'order.meal-too-late': 'too long without a meal',
  'order.wrap-after-out': 'wrap after we have to be out',
  'patch.card-other-than-job': 'a set-up card that says otherwise than the job',
  'patch.input-taken-twice': 'two things into one input',
  'patch.loop': 'a picture that comes back to where it left',
  'patch.no-scratch-sound': 'a camera that records no sound',
  'patch.no-such-input': 'an input that is not there',
  'patch.out-of-step': 'sound and picture, or two of them, that arrive apart',
  'patch.set-otherwise': 'set otherwise than the card wants it',
  'patch.voice-too-thin': 'a voice with too few independent recordings',
  'power.battery-too-short': 'a battery that does not last',
  'power.cable-too-long': 'too much lost in a cable',
  'power.circuit-over-headroom': 'circuit over its headroom',
  'scout.roof-window-outside': 'a roof window outside the walls',
  'scout.no-position': 'nobody has said where on the map',
  'scout.other-mains': 'other mains than reckoned with',
  'shots.operator-wanted-twice': 'operator wanted twice at once',
  'shots.pair-on-same-side': 'pair on the same side',
  'shots.room-too-short': 'room too short for the lens',
  'shots.screen-beats': 'screen in shot beats',
  'shots.size-not-as-said': 'not the size it is to be',
  'shots.shutter-beats-with-mains': 'shutter beats with the mains',
}
const wordsOf = (check: string) => WORDS[check] ?? check.replace(/^[^.]*\./, '').replaceAll('-', ' ')

/**
 * Findings by kind: those that stop before those to watch, those of the stage one is in before others, otherwise as the
 * checks have them.
 */
export function findingKinds<F extends Finding>(
  findings: readonly F[],
  stage: Finding['stage'] | null = null,
): FindingKind<F>[] {
  const kinds = new Map<string, F[]>()
  for (const finding of findings) {
    const key = `${finding.severity} ${finding.check}`
    kinds.set(key, [...(kinds.get(key) ?? []), finding])
  }
  const weight = ({ severity, stage: where }: FindingKind) => (severity === 'stop' ? 0 : 2) + (where === stage ? 0 : 1)
  return Array.from(kinds.values(), (list): FindingKind<F> => {
    const { check, severity, stage: where } = list[0]!
    return { check, severity, stage: where, says: wordsOf(check), findings: list }
  }).sort((a, b) => weight(a) - weight(b))
}
