import { byId } from '@kavrell/core/records'
import { useState } from 'react'
import { useLocation } from 'react-router'
import { remember, remembered } from '../../store/remember.ts'
import { useParts } from '../../store/selectors.ts'
import { Tabs, Title } from '../../ui/parts.tsx'
import { Faults } from './Faults.tsx'
import { Inventory } from './Inventory.tsx'
import { Needs } from './Needs.tsx'
import { Packing } from './Packing.tsx'
import { Stores } from './Stores.tsx'

const TABS = [
  ['needs', 'Needs'],
  ['inventory', 'Inventory'],
  ['stores', 'Stores'],
  ['packing', 'Packing'],
  ['faults', 'Faults'],
] as const
type Tab = (typeof TABS)[number][0]
const SHOWN = { needs: Needs, inventory: Inventory, stores: Stores, packing: Packing, faults: Faults }

/** Is all there that the plan needs, and is it in its case? */
export function KitScreen() {
  const { fault, kitCase, kitItem, vehicle } = useParts('fault', 'kitCase', 'kitItem', 'vehicle')
  const { hash, key: visit } = useLocation()
  const [chosen, setChosen] = useState<{ readonly tab: Tab; readonly visit: string } | null>(null)
  const id = hash.slice(1)
  // A finding leads to what it is about, wherever one was before.
  const named = byId(fault, id)
    ? 'faults'
    : byId(kitCase, id) || byId(vehicle, id)
      ? 'packing'
      : byId(kitItem, id)
        ? 'inventory'
        : null
  const before = chosen?.tab ?? TABS.find(([key]) => key === remembered('kit.tab'))?.[0] ?? 'needs'
  const tab: Tab = named && chosen?.visit !== visit ? named : before
  const look = (next: Tab) => {
    remember('kit.tab', next)
    setChosen({ tab: next, visit })
  }
  const Shown = SHOWN[tab]
  return (
    <>
      <Title actions={<Tabs label="Kit" tabs={TABS} current={tab} onChoose={look} />}>Kit</Title>
      <Shown />
    </>
  )
}
