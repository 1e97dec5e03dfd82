import { type RefObject, useMemo, useState } from 'react'
import { useUnits } from '../../store/selectors.ts'
import { Plan, type PlanLabel } from '../../plan/Plan.tsx'
import { extentWith } from '../../plan/frame.ts'
import { fittingLabels } from '../../plan/layers.tsx'
import { LightLayer, luxAt, type PlanDaylight, useLight } from './LightLayer.tsx'
import { cameraName, type Held, LightThings, type Thing } from './LightThings.tsx'
import { extentOf, wallsOf } from '@kavrell/core/geometry'
import type { LightScale } from '@kavrell/core/light'
import { spotPlan } from '@kavrell/core/place'
import type { Production, RecordOf } from '@kavrell/core/records'
import { fixedLamps, lampOf, ofSetup, stageOfSetup } from '@kavrell/core/setup'
import { lengthText } from '@kavrell/core/text'

/** A production with the panel that is in the hand where the hand is. */
function withHeld(production: Production, held: Held | null): Production {
  const panel = held?.kind === 'panel' ? production.panel[held.id] : undefined
  return panel
    ? { ...production, panel: { ...production.panel, [panel.id]: { ...panel, ...held!.fields } } }
    : production
}

/** A setup's plan to scale with its light in it: where lamps, marks and cameras stand, and what they face. */
export function LightPlan({
  production,
  setup,
  lamps,
  scale,
  selected,
  onSelect,
  onPoint,
  daylight,
  svg,
}: {
  /** As it is, or as a way out would leave it. */
  production: Production
  setup: RecordOf<'setup'>
  lamps: readonly RecordOf<'lamp'>[]
  scale: LightScale
  selected: Thing | null
  onSelect: (thing: Thing | null) => void
  /** What the map says where the pointer is, lux; null where it says nothing. */
  onPoint: (lux: number | null) => void
  daylight: PlanDaylight | null
  svg: RefObject<SVGSVGElement | null>
}) {
  const units = useUnits()
  const spot = production.spot[setup.spotId]!
  const plan = useMemo(() => spotPlan(production, spot), [production, spot])
  const marks = ofSetup(production.mark, setup)
  /** A lamp or panel that is in the hand: the light follows before it is put down. */
  const [held, setHeld] = useState<Held | null>(null)
  const settled = useMemo(() => stageOfSetup(production, setup), [production, setup])
  const isPanel = held?.kind === 'panel'
  const stage = useMemo(
    () => (isPanel ? stageOfSetup(withHeld(production, held), setup) : settled),
    [production, setup, held, isPanel, settled],
  )
  const inHand = lamps.findIndex((lamp) => held?.kind === 'lamp' && held.id === lamp.id)
  const still = useMemo(
    () => [...lamps, ...fixedLamps(production, setup)].map((lamp) => lampOf(production, lamp)),
    [production, setup, lamps],
  )
  const moved = inHand < 0 ? still : still.with(inHand, lampOf(production, { ...lamps[inHand]!, ...held!.fields }))
  const bands = useLight({
    plan,
    stage,
    settled: isPanel ? settled : null,
    lamps: moved,
    held: inHand < 0 ? null : inHand,
    heldFrom: inHand < 0 ? null : still[inHand]!,
    daylight,
    heightM: marks[0]?.heightM ?? 1.5,
    ambientLux: setup.ambientLux,
    scale,
  })
  const { walls, labels, around } = useMemo(() => {
    const cameras = ofSetup(production.cameraPosition, setup)
    const panels = ofSetup(production.panel, setup)
    const stood = ofSetup(production.mark, setup)
    const words: PlanLabel[] = [
      ...stood.map((m) => ({ id: m.id, at: m, text: m.name, clear: 14 })),
      ...cameras.map((c) => ({ id: c.id, at: c, text: cameraName(production, c), clear: 14 })),
      ...panels.map((p) => ({ id: p.id, at: p, text: p.type, clear: 10 })),
      ...lamps.map((l, i) => ({ id: l.id, at: l, text: `${i + 1} ${l.role}`, clear: 13 })),
      ...fittingLabels(plan),
    ]
    const extent = extentWith(extentOf(plan.outline), [...lamps, ...stood, ...cameras, ...panels])
    return { walls: wallsOf(plan.outline), labels: words, around: extent }
  }, [production, setup, lamps, plan])
  const extent = extentOf(plan.outline)
  return (
    <Plan
      svg={svg}
      label={`Plan of ${spot.name}, ${lengthText(extent.widthM, units)} by ${lengthText(extent.depthM, units)}`}
      extent={around}
      labels={labels}
      walls={walls}
      onGround={() => onSelect(null)}
      onPoint={(at) => onPoint(at && bands && luxAt(bands, plan, at))}
    >
      <LightLayer plan={plan} bands={bands} scale={scale} />
      <LightThings
        production={production}
        setup={setup}
        plan={plan}
        lamps={lamps}
        selected={selected}
        onSelect={onSelect}
        onHeld={setHeld}
      />
    </Plan>
  )
}
