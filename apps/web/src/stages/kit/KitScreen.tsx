import { useState } from 'react'
import { remember, remembered } from '../../store/remember.ts'
import { Tabs, Title } from '../../ui/parts.tsx'
import { Faults } from './Faults.tsx'
import { Needs } from './Needs.tsx'
import { Packing } from './Packing.tsx'

const TABS = [
  ['needs', 'Needs'],
  ['packing', 'Packing'],
  ['faults', 'Faults'],
] as const
type Tab = (typeof TABS)[number][0]
const SHOWN = { needs: Needs, packing: Packing, faults: Faults }

/** Is all there that the plan needs, and is it in its case? */
export function KitScreen() {
  const [tab, setTab] = useState<Tab>(() => TABS.find(([key]) => key === remembered('kit.tab'))?.[0] ?? 'needs')
  const look = (next: Tab) => {
    remember('kit.tab', next)
    setTab(next)
  }
  const Shown = SHOWN[tab]
  return (
    <>
      <Title actions={<Tabs label="Kit" tabs={TABS} current={tab} onChoose={look} />}>Kit</Title>
      <Shown />
    </>
  )
}
