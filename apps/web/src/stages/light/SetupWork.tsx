import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { Tabs } from '../../ui/parts.tsx'
import type { RecordOf } from '@kavrell/core/records'
import type { SetupReading } from '@kavrell/core/setup'
import { Building } from './Building.tsx'
import { Cues } from './Cues.tsx'
import { Meter } from './Meter.tsx'
import { SetupFields } from './SetupFields.tsx'
import { SideView } from './SideView.tsx'

const VIEWS = [
  ['setup', 'Setup'],
  ['side', 'Side view'],
  ['build', 'To build'],
  ['cues', 'Within a shot'],
  ['meter', 'Metered'],
] as const
type View = (typeof VIEWS)[number][0]

/** Everything of a setup beside its plan: what is set on it, its heights, what it takes to build, its cues, its meter. */
export function SetupWork({ setup, reading }: { setup: RecordOf<'setup'>; reading: SetupReading }) {
  const [view, setView] = useState<View>('setup')
  return (
    <Box mt="18px">
      <Tabs label="Of this setup" tabs={VIEWS} current={view} onChoose={setView} />
      {view === 'setup' && <SetupFields setup={setup} />}
      {view === 'side' && <SideView setup={setup} />}
      {view === 'build' && <Building setup={setup} reading={reading} />}
      {view === 'cues' && <Cues setup={setup} reading={reading} />}
      {view === 'meter' && <Meter setup={setup} reading={reading} />}
    </Box>
  )
}
