import { budgetOf, moneyText } from '../money/index.ts'
import { inOrder, type Production, type Scene, updateRecord } from '../records/index.ts'
import type { Finding } from './finding.ts'

/** Does what is planned, with what is kept back, go over the budget? */
export function checkBudget(production: Production): Finding[] {
  const { budgetMinor, currency, contingencyPct } = production.production
  const lines = Object.values(production.moneyLine)
  if (budgetMinor <= 0 || lines.length === 0) return []
  const budget = budgetOf(lines, production.production)
  if (budget.leftMinor >= 0) return []
  const least = Math.floor(((budgetMinor - budget.totalMinor) / budget.totalMinor) * 1000) / 10
  return [
    {
      check: 'brief.over-budget',
      severity: budget.totalMinor > budgetMinor ? 'stop' : 'watch',
      stage: 'brief',
      rule: 'budgetMinor',
      about: { kind: 'money', id: 'budget' },
      says: `The plan costs ${moneyText(budget.totalMinor, currency)}, ${moneyText(-budget.leftMinor, currency)} over the budget with ${contingencyPct} % kept back.`,
      evidence: [
        { label: 'planned', value: moneyText(budget.totalMinor, currency), unit: '', from: `${lines.length} lines` },
        {
          label: 'kept back',
          value: moneyText(budget.contingencyMinor, currency),
          unit: '',
          from: `${contingencyPct} %`,
        },
        { label: 'budget', value: moneyText(budgetMinor, currency), unit: '', from: 'brief' },
      ],
      fixes:
        least >= 0
          ? [
              {
                says: `Keep back ${least} % only`,
                changes: [updateRecord('production', production.production.id, { contingencyPct: least })],
              },
            ]
          : [],
    },
  ]
}

/** Are there still shots for a scene that the newest draft leaves out? */
export function checkDroppedScenes(production: Production): Finding[] {
  return Object.values(production.scene).flatMap((scene): Finding[] => {
    const shots = Object.values(production.shot).filter((shot) => shot.sceneId === scene.id)
    if (!scene.dropped || shots.length === 0) return []
    return [
      {
        check: 'shots.scene-left-out',
        severity: 'watch',
        stage: 'shots',
        rule: null,
        about: { kind: 'scene', id: scene.id },
        says: `Scene ${scene.number} is not in the newest draft and still has ${shots.length} ${shots.length === 1 ? 'shot' : 'shots'}.`,
        evidence: [{ label: 'shots', value: shots.map((shot) => shot.code).join(', '), unit: '', from: 'shot list' }],
        fixes: [
          {
            says: `Keep scene ${scene.number}`,
            changes: [updateRecord('scene', scene.id, { dropped: false })],
          },
        ],
      },
    ]
  })
}

/** Is a number of a scene there once only? Shots and slates are told apart by it. */
export function checkSceneNumbers(production: Production): Finding[] {
  const byNumber = new Map<string, Scene[]>()
  for (const scene of inOrder(production.scene))
    if (!scene.dropped)
      byNumber.set(scene.number.toUpperCase(), [...(byNumber.get(scene.number.toUpperCase()) ?? []), scene])
  return [...byNumber].flatMap(([number, scenes]): Finding[] => {
    const [first, second] = scenes
    if (!first || !second || number === '') return []
    const free = [...'ABCDEFGHJKLMNPQRSTUVWXYZ']
      .map((letter) => `${number}${letter}`)
      .find((other) => !byNumber.has(other))
    return [
      {
        check: 'brief.scene-number-twice',
        severity: 'watch',
        stage: 'brief',
        rule: null,
        about: { kind: 'scene', id: second.id },
        says: `There ${scenes.length === 2 ? 'are two scenes' : `are ${scenes.length} scenes`} ${number}.`,
        evidence: scenes.map((scene) => ({
          label: scene.number,
          value: scene.title || scene.heading || 'no title',
          unit: '',
          from: 'scenes',
        })),
        fixes: free
          ? [{ says: `Call the second ${free}`, changes: [updateRecord('scene', second.id, { number: free })] }]
          : [],
      },
    ]
  })
}
