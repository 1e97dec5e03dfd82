import { combsOf, sayComb, saySignalFault, type SignalFault, signalPlan } from '../patch/index.ts'
import { asId, type PlainChange, type Production, updateRecord } from '../records/index.ts'
import type { Finding, Fix } from './finding.ts'

const CHECKS: Readonly<Record<SignalFault['is'], string>> = {
  'taken twice': 'patch.input-taken-twice',
  'no such input': 'patch.no-such-input',
  loop: 'patch.loop',
  'out of step': 'patch.out-of-step',
  'cameras apart': 'patch.out-of-step',
  late: 'patch.out-of-step',
}

/** Does every picture and sound reach the switcher, the monitors and the ears, once, and when it should? */
export function checkSignals(production: Production): Finding[] {
  const devices = signalPlan(production).flatMap((one) =>
    one.faults.map((fault): Finding => ({
      check: CHECKS[fault.is],
      severity: fault.is === 'out of step' || fault.is === 'cameras apart' || fault.is === 'late' ? 'watch' : 'stop',
      stage: 'patch',
      rule: null,
      about: { kind: 'signalDevice', id: one.device.id },
      says: saySignalFault(one, fault, production),
      evidence: evidenceOf(fault),
      fixes: fixesOf(one.sounds, fault),
    })),
  )
  const combs = combsOf(production).map((comb): Finding => ({
    check: 'patch.out-of-step',
    severity: 'watch',
    stage: 'patch',
    rule: null,
    about: { kind: 'recorder', id: comb.recorderId },
    says: sayComb(comb, production),
    evidence: [{ label: 'apart', value: Math.round(comb.byMs), unit: 'ms', from: 'ways of the sounds' }],
    fixes: [],
  }))
  return [...devices, ...combs]
}

function evidenceOf(fault: SignalFault): Finding['evidence'] {
  const apart = fault.is === 'out of step' ? fault.soundLateMs : fault.is === 'cameras apart' ? fault.byMs : fault.is === 'late' ? fault.ms : null // prettier-ignore
  if (apart !== null) return [{ label: fault.is === 'late' ? 'late' : 'apart', value: Math.round(apart), unit: 'ms', from: 'ways and devices' }] // prettier-ignore
  return 'inputs' in fault ? [{ label: 'inputs', value: fault.inputs.join(', '), unit: '', from: 'ways' }] : []
}

/** A sound that comes early can be held back; the picture cannot come sooner. */
function fixesOf(sounds: ReturnType<typeof signalPlan>[number]['sounds'], fault: SignalFault): Fix[] {
  if (fault.is !== 'out of step' || fault.soundLateMs >= 0) return []
  const way = sounds.find(({ source }) => source.id === fault.source.id)?.way
  if (!way) return []
  const byMs = Math.round(-fault.soundLateMs)
  const change: PlainChange = updateRecord('soundWay', asId<'soundWay'>(way.id), { delayMs: way.delayMs + byMs })
  return [{ says: `${fault.source.name} is delayed by ${byMs} ms there`, changes: [change] }]
}
