import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { useState } from 'react'
import { useProductionStore } from '../../store/production.ts'
import { useParts } from '../../store/selectors.ts'
import { remember, remembered } from '../../store/remember.ts'
import { PaperLink } from '../../ui/PaperLink.tsx'
import { Tabs, Title } from '../../ui/parts.tsx'
import { Cues } from './Cues.tsx'
import { Devices } from './Devices.tsx'
import { ReadAloud } from './ReadAloud.tsx'

const TABS = [
  ['devices', 'Devices'],
  ['cues', 'Cues'],
  ['read', 'Read aloud'],
] as const
type Tab = (typeof TABS)[number][0]
const SHOWN = { devices: Devices, cues: Cues, read: ReadAloud }

/** Does all agree before it rolls: settings, sounds, what is on the air, clocks, who does what on which word? */
export function PatchScreen() {
  const { cue, setUpLine, soundSource, transmitter } = useParts('cue', 'setUpLine', 'soundSource', 'transmitter')
  const productionId = useProductionStore((s) => s.productionId)
  const [tab, setTab] = useState<Tab>(() => TABS.find(([key]) => key === remembered('patch.tab'))?.[0] ?? 'devices')
  const look = (next: Tab) => {
    remember('patch.tab', next)
    setTab(next)
  }
  const hasPaper = (tab === 'cues' ? [cue] : [setUpLine, soundSource, transmitter]).some(
    (table) => Object.keys(table).length > 0,
  )
  const Shown = SHOWN[tab]
  return (
    <>
      <Title
        note="before the first roll, and after every power-up"
        actions={
          hasPaper && (
            <PaperLink
              href={addressOf(tab === 'cues' ? ENDPOINTS.cuesPdf : ENDPOINTS.patchSheetPdf, {
                productionId: productionId!,
              })}
            >
              {tab === 'cues' ? 'Cues and rota on paper' : 'Patch sheet on paper'}
            </PaperLink>
          )
        }
      >
        Patch
      </Title>
      <Tabs label="Patch" tabs={TABS} current={tab} onChoose={look} />
      <Shown />
    </>
  )
}
