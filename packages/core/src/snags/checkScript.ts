import { type AgainstScript, dayPlans } from '../day/index.ts'
import { type Production, updateRecord } from '../records/index.ts'
import type { Finding } from './finding.ts'

/** Does the order shoot scenes out of doors at the hour that the script says? It is a wish, and can be accepted. */
export function checkScriptHours(production: Production): Finding[] {
  return dayPlans(production).flatMap(({ day, clock, againstScript }) => {
    const byScene = new Map<string, AgainstScript[]>()
    for (const found of againstScript) byScene.set(found.scene.id, [...(byScene.get(found.scene.id) ?? []), found])
    return [...byScene.values()].map((own): Finding => {
      const { scene, light, startMin, window } = own[0]!
      const codes = own.map(({ shot }) => shot.code)
      const when = window
        ? `${light.replace('-', ' ')} is from ${clock.text(window.fromMin)} to ${clock.text(window.toMin)}`
        : `there is no ${light.replace('-', ' ')} on that day`
      return {
        check: 'order.against-the-script',
        severity: 'watch',
        stage: 'order',
        rule: null,
        about: { kind: 'scene', id: scene.id },
        says: `Scene ${scene.number} is “${scene.timeOfDay}” outside; ${day.title} shoots ${codes.slice(0, 4).join(', ')}${codes.length > 4 ? ' and more' : ''} at ${clock.text(startMin)}, and ${when}.`,
        evidence: own.map(({ shot, startMin: from, endMin }) => ({
          label: shot.code,
          value: `${clock.text(from)} to ${clock.text(endMin)}`,
          unit: '',
          from: `${day.title}, heading says ${scene.timeOfDay}`,
        })),
        fixes: [
          {
            says: `Tie ${codes.length === 1 ? codes[0]! : `${codes.length} shots`} to ${light.replace('-', ' ')}`,
            changes: own.map(({ shot }) => updateRecord('shot', shot.id, { window: light })),
          },
        ],
      }
    })
  })
}
