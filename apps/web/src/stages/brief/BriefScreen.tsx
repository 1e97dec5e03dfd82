import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { byRank, inOrder } from '@kavrell/core/records'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { usePart, useRights, useParts } from '../../store/selectors.ts'
import { Picture } from '../../ui/Picture.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Hint, Section, Tabs, Title } from '../../ui/parts.tsx'
import { Deliverables } from './Deliverables.tsx'
import { HouseRules } from './HouseRules.tsx'
import { Look } from './Look.tsx'
import { PaletteRows } from './PaletteRows.tsx'
import { Money, MoneySummary } from './Money.tsx'
import { Script } from './Script.tsx'

const VIEWS = [
  ['say', 'What it says'],
  ['look', 'Look'],
  ['script', 'Script and scenes'],
  ['money', 'Money'],
] as const
type View = (typeof VIEWS)[number][0]

/** What must it say, how does it look, in what shape, for how much, by which rules? */
export function BriefScreen() {
  const { production } = useParts('production')
  const part = usePart()
  const views = VIEWS.map(
    ([key, name]) => [key, key === 'script' && part === 'part' ? 'Parts and script' : name] as const,
  )
  const [params, setParams] = useSearchParams()
  const view = (params.get('view') ?? 'say') as View
  return (
    <Page
      asideWidth={340}
      // What all else is held to stands beside what it must say, once; the other parts take the room.
      aside={
        view === 'say' && (
          <>
            <Deliverables />
            <MoneySummary />
            <Box mt="22px">
              <HouseRules />
            </Box>
          </>
        )
      }
    >
      <Title note={production.client}>Brief</Title>
      <Tabs
        label="Parts of the brief"
        tabs={views}
        current={view}
        onChoose={(next) => setParams(next === 'say' ? {} : { view: next }, { replace: true })}
      />
      {view === 'say' && <Says />}
      {view === 'look' && <Look />}
      {view === 'script' && <Script />}
      {view === 'money' && <Money />}
    </Page>
  )
}

function Says() {
  const { production, palette, picture } = useParts('production', 'palette', 'picture')
  const rights = useRights()
  const [editing, setEditing] = useState(!production.message)
  const field = (name: string, rows?: number) => (
    <RecordField kind="production" id={production.id} field={name} rows={rows} />
  )
  const palettes = inOrder(palette)
  const references = Object.values(picture)
    .filter((p) => p.purpose === 'reference')
    .sort(byRank)
    .slice(0, 5)
  return (
    <>
      <Answer>{production.message || 'Say in one or two sentences what it must say.'}</Answer>
      {production.feel && (
        <Text color="soft" mt="8px">
          Feel: {production.feel}
        </Text>
      )}
      {rights.plan && (
        <Box mt="6px">
          <Button kind="quiet" aria-expanded={editing} onClick={() => setEditing(!editing)}>
            {editing ? 'Done' : 'Change the words'}
          </Button>
        </Box>
      )}
      {(editing || !rights.plan) && (
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="12px" mt="8px">
          {field('title')}
          {field('client')}
          {field('message', 3)}
          {field('feel', 3)}
        </Grid>
      )}
      <Section title="How it looks, scene by scene">
        <PaletteRows palettes={palettes} />
      </Section>
      {references.length > 0 && (
        <Section title="References">
          <Flex gap="8px">
            {references.map((p) => (
              <Box key={p.id} flex="1" minW={0}>
                <Picture picture={p} width="100%" height={92} />
              </Box>
            ))}
          </Flex>
        </Section>
      )}
      <SnagList stage="brief" />
      {rights.plan && (
        <Section title="Take it with you">
          <Hint>
            Everything in this production, its pictures too, as one open file: to keep, to hand on, to bring back on
            another machine.
          </Hint>
          <Box asChild color="action" fontWeight={600} mt="4px" display="inline-block">
            <a
              href={addressOf(ENDPOINTS.exportProduction, { productionId: production.id })}
              download={`${production.title}.json`}
            >
              Export as JSON
            </a>
          </Box>
        </Section>
      )}
    </>
  )
}
