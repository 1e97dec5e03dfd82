import { Box, Flex, Grid, Skeleton, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { ask } from '../store/api.ts'
import { Answer, Button } from '../ui/parts.tsx'
import { SmallRibbon } from './SmallRibbon.tsx'
import { ENDPOINTS, type Me } from '@kavrell/contract'
import type { Standing } from '@kavrell/core/snags'
import { clock, counted, dateText, daysBetween } from '@kavrell/core/text'

const today = (): string => {
  const now = new Date()
  return [now.getFullYear(), now.getMonth() + 1, now.getDate()].map((n) => String(n).padStart(2, '0')).join('-')
}

type Listed = Me['productions'][number]
/** How each stands: not known yet, or not to be had. */
type Standings = Readonly<Record<string, Standing | 'unknown'>>

/** All productions of whoever is signed in: when, where, how they stand, and the next thing to do in each. */
export function MyProductions({ productions }: { productions: readonly Listed[] }) {
  const [standings, setStandings] = useState<Standings>({})
  useEffect(() => {
    let left = false
    for (const { id } of productions)
      void ask(ENDPOINTS.standing, { productionId: id, today: today() })
        .catch(() => 'unknown' as const)
        .then((standing) => {
          if (!left) setStandings((known) => ({ ...known, [id]: standing }))
        })
    return () => {
      left = true
    }
  }, [productions])
  const first = nextOfAll(productions, standings)
  return (
    <>
      {first ? (
        <>
          <Answer>{first.says}</Answer>
          <Text color="soft" mt="4px" mb="20px">
            {first.because}
          </Text>
        </>
      ) : (
        <Skeleton h="34px" w="60%" mb="20px" />
      )}
      <Box role="list" aria-label="Productions" borderTop="1px solid" borderColor="ink">
        {productions.map((production) => (
          <OneProduction key={production.id} production={production} standing={standings[production.id]} />
        ))}
      </Box>
    </>
  )
}

/** The next thing over all productions: of the day that comes first. None is said before all are known. */
function nextOfAll(productions: readonly Listed[], standings: Standings): { says: string; because: string } | null {
  const known = productions.flatMap((production) => {
    const standing = standings[production.id]
    return standing && standing !== 'unknown' ? [{ production, standing }] : []
  })
  if (productions.some(({ id }) => standings[id] === undefined)) return null
  const ahead = known
    .filter(({ standing }) => (standing.day?.date ?? '') >= today())
    .sort((a, b) => (a.standing.day!.date < b.standing.day!.date ? -1 : 1))
  const next = ahead[0] ?? known[0]
  if (!next)
    return { says: 'How they stand is not known', because: 'The server could not look at them. Open one to see.' }
  const { production, standing } = next
  // What could not be looked at may want more.
  const unseen = productions.length - known.length
  const but = unseen > 0 ? ` How ${counted(unseen, 'other')} ${unseen === 1 ? 'stands' : 'stand'} is not known.` : ''
  const when = standing.day ? whenWords(standing.day.date) : ''
  const of = productions.length > 1 ? ` in ${production.title}` : ''
  const soon = standing.day && standing.day.date >= today()
  return {
    says:
      standing.stops > 0 && soon
        ? `Next: ${counted(standing.stops, 'snag')}${of} before ${standing.day.callMin === null ? standing.day.title : clock(standing.day.callMin)} ${when}`
        : `Next${of}: ${standing.next.says.toLowerCase()}`,
    because: `${standing.stops > 0 && soon ? 'The worst: ' : ''}${standing.next.because}${but}`,
  }
}

const whenWords = (date: string): string => {
  const days = daysBetween(today(), date)
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  return days > 0 ? `in ${days} days` : days === -1 ? 'yesterday' : `${-days} days ago`
}

function OneProduction({ production, standing }: { production: Listed; standing: Standing | 'unknown' | undefined }) {
  const navigate = useNavigate()
  const open = (stage = 'brief', id: string | null = null) =>
    void navigate(`/p/${production.id}/${stage}${id ? `#${id}` : ''}`)
  const known = standing && standing !== 'unknown' ? standing : null
  const day = known?.day
  return (
    <Grid
      role="listitem"
      templateColumns={{ base: '1fr', md: '1.1fr 0.9fr 1.3fr 1fr 132px' }}
      gap={{ base: '4px', md: '16px' }}
      alignItems="center"
      py="10px"
      borderBottom="1px solid"
      borderColor="line"
      minH="70px"
    >
      <Box>
        <Button
          kind="bare"
          fontWeight={700}
          fontSize="lead"
          aria-label={`Open ${production.title}`}
          onClick={() => open()}
        >
          {production.title}
        </Button>
        <Text color="soft" fontSize="small">
          {production.role}
          {known ? `, ${counted(known.people, 'person', 'people')}` : ''}
        </Text>
      </Box>
      <Box>
        {day ? (
          <>
            <Text>{dateText(day.date)}</Text>
            <Text color="soft" fontSize="small">
              {whenWords(day.date)}
              {day.callMin === null ? '' : `, call ${clock(day.callMin)}`}
              {known.days.length > 1 ? `, ${known.days.length} days` : ''}
            </Text>
          </>
        ) : (
          known && <Text color="soft">no day yet</Text>
        )}
      </Box>
      <Box minW={0}>
        {day && (
          <>
            <Text truncate mb="3px">
              {day.place}
            </Text>
            <SmallRibbon day={day} />
          </>
        )}
      </Box>
      <Box>
        {standing === undefined && <Skeleton h="14px" w="80%" />}
        {standing === 'unknown' && <Text color="soft">not known</Text>}
        {known && (
          <>
            <Text fontWeight={600} color={known.stops > 0 ? 'stop' : 'ink'}>
              {known.stops > 0
                ? `${counted(known.stops, 'snag')} ${known.stops === 1 ? 'stops' : 'stop'} you`
                : known.shots === 0
                  ? 'nothing planned yet'
                  : 'nothing stops you'}
            </Text>
            <Text color="soft" fontSize="small">
              {known.watches} to watch, {counted(known.shots, 'shot')}
            </Text>
          </>
        )}
      </Box>
      <Flex justify={{ md: 'end' }}>
        {known && (
          <Button
            w={{ md: '100%' }}
            justifyContent="center"
            kind={known.stops > 0 ? 'main' : 'plain'}
            onClick={() => {
              open(known.next.stage, known.next.id)
            }}
          >
            {known.next.says}
          </Button>
        )}
      </Flex>
    </Grid>
  )
}
