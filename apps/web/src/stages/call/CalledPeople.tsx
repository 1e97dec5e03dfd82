import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { ENDPOINTS } from '@kavrell/contract'
import type { RecordOf } from '@kavrell/core/records'
import { Link } from 'react-router'
import { ask } from '../../store/api.ts'
import { useProductionStore } from '../../store/production.ts'
import { useParts, useRights } from '../../store/selectors.ts'
import { Button } from '../../ui/parts.tsx'
import { SendByHand } from './SendByHand.tsx'
import { useAct } from './useAct.ts'
import type { Called } from './useCallSheet.ts'

/** It reached nobody: somebody has to ring. */
const UNREACHED: readonly string[] = ['bounced', 'no address', 'failed']
const isUnreached = ({ status }: Called) => status !== undefined && UNREACHED.includes(status.status)

/** On a phone the role gives way to the name, the call and the state. */
const COLUMNS = {
  base: 'minmax(0, 1fr) 54px 84px',
  md: 'minmax(96px, 1fr) minmax(60px, 86px) 52px 74px 168px',
}
const DESK_ONLY = { base: 'none', md: 'block' }

/** Everybody whom the sheet calls, and what became of it with them: four words that mean four things. */
export function CalledPeople({
  called,
  newest,
}: {
  called: readonly Called[]
  newest: RecordOf<'sentSheet'> | undefined
}) {
  return (
    <Box mt="16px">
      <Grid
        templateColumns={COLUMNS}
        gap="8px"
        color="faint"
        fontSize="note"
        borderBottom="1px solid"
        borderColor="line"
      >
        <Text>who</Text>
        <Text display={DESK_ONLY}>does</Text>
        <Text>call</Text>
        <Text>sheet {newest?.number ?? ''}</Text>
        <Text display={DESK_ONLY} />
      </Grid>
      {called.map((p) => (
        <Grid
          key={p.personId}
          templateColumns={COLUMNS}
          gap="8px"
          minH="38px"
          alignItems="center"
          borderBottom="1px solid"
          borderColor="line"
          data-person={p.name}
        >
          <Text fontWeight={600} truncate>
            {p.name}
          </Text>
          <Text color="soft" truncate display={DESK_ONLY}>
            {p.role}
          </Text>
          <Text fontFamily="mono" fontWeight={600}>
            {p.call}
          </Text>
          <Text
            color={!p.status ? 'faint' : isUnreached(p) ? 'stop' : p.status.status === 'read' ? 'ink' : 'watch'}
            fontWeight={isUnreached(p) ? 700 : 400}
            title={p.status?.says}
          >
            {p.status?.status ?? 'not sent'}
          </Text>
          {newest && p.status?.status !== 'read' && <WaysToReach person={p} newest={newest} />}
        </Grid>
      ))}
    </Box>
  )
}

/** What can be done about somebody who has not read it. */
function WaysToReach({ person: p, newest }: { person: Called; newest: RecordOf<'sentSheet'> }) {
  const { person } = useParts('person')
  const rights = useRights()
  const productionId = useProductionStore((s) => s.productionId)!
  const { busy, act } = useAct()
  const phone = person[p.personId]?.phone
  const unreached = isUnreached(p)
  return (
    <Flex gap="6px" justify="flex-end" gridColumn={{ base: '1 / -1', md: 'auto' }} pb={{ base: '6px', md: 0 }}>
      {rights.plan && p.status && (!unreached || p.status.status === 'failed') && (
        <Button
          disabled={busy}
          onClick={() =>
            act(() => ask(ENDPOINTS.remind, { productionId }, { sentSheetId: newest.id, personId: p.personId }))
          }
        >
          Remind
        </Button>
      )}
      {unreached && phone && (
        <a href={`tel:${phone.replace(/\s/g, '')}`}>
          <Button as="span">Ring</Button>
        </a>
      )}
      {rights.plan && unreached && !phone && (
        <Box asChild color="action" fontWeight={600} whiteSpace={{ md: 'nowrap' }} alignSelf="center">
          <Link to={`/p/${productionId}/crew#${p.personId}`}>Add a number</Link>
        </Box>
      )}
      {rights.plan && <SendByHand person={p} newest={newest} />}
    </Flex>
  )
}
