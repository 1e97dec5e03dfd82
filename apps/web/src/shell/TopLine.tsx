import { Select } from '../ui/fields.tsx'
import { Box, Flex, Text } from '@chakra-ui/react'
import { DateTime } from 'luxon'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { ask } from '../store/api.ts'
import { chooseDay, followClock, setScreenLight, showSnags, sitsHere, useDesk } from '../store/desk.ts'
import { useProductionStore } from '../store/production.ts'
import { redo, undo } from '../store/undo.ts'
import { useUndoHere } from '../store/undoHere.ts'
import { useOpenSnags, useRecords } from '../store/selectors.ts'
import { useFindings } from '../store/snags.ts'
import { Button } from '../ui/parts.tsx'
import { type ScreenLight, SCREEN_LIGHTS } from '../ui/theme/theme.ts'
import { useDay } from '../ui/useDay.ts'
import { DayRibbon } from './DayRibbon.tsx'
import { ENDPOINTS, type Me } from '@kavrell/contract'
import { positionOf } from '@kavrell/core/records'
import { clock } from '@kavrell/core/text'

const LIGHT_NAMES: Readonly<Record<ScreenLight, string>> = { desk: 'Desk light', set: 'Set light', sun: 'Sun light' }

/** How many snags of a severity; on a phone the figure alone. */
function Count({ tone, n, words }: { readonly tone: 'stop' | 'watch'; readonly n: number; readonly words: string }) {
  return (
    <Box as="span" bg={`${tone}Tint`} color={tone} px="8px" py="3px" borderRadius="2px">
      {n}
      <Box as="span" display={{ base: 'none', md: 'inline' }}>
        {' '}
        {words}
      </Box>
    </Box>
  )
}

/** "Thu 14 May": days are chosen by date as well as by name. */
const shortDate = (iso: string) => DateTime.fromISO(iso).setLocale('en-GB').toFormat('ccc d LLL')

/** Day, place, sun, fixed events, snags, and the ribbon under them. */
export function TopLine() {
  const { day, dayPlan, days } = useDay()
  const snags = useOpenSnags()
  const events = Object.values(useRecords('fixedEvent'))
    .filter((e) => e.dayId === day?.id)
    .sort((a, b) => a.startMin - b.startMin)
  const chosen = useDesk((s) => s.chosen)
  const judged = useFindings((s) => s.judged)
  // Where nothing is planned nothing was looked at: that is not the same as in order.
  const shots = useRecords('shot')
  const rows = useRecords('orderItem')
  const planned = Object.keys(shots).length + Object.keys(rows).length > 0
  const misfits = useProductionStore((s) => s.misfits.length)
  const stopping = snags.filter((s) => s.severity === 'stop').length
  const stops = stopping + misfits,
    watches = snags.length - stopping
  const latitudeDeg = dayPlan?.place.latitudeDeg ?? null,
    longitudeDeg = dayPlan?.place.longitudeDeg ?? null
  useEffect(() => {
    const look = () => followClock(positionOf({ latitudeDeg, longitudeDeg }))
    look()
    const timer = setInterval(look, 60_000)
    return () => clearInterval(timer)
  }, [latitudeDeg, longitudeDeg])
  const sun = dayPlan?.sun?.crossings.rise
  const at = (ms: number) => dayPlan!.clock.text(dayPlan!.clock.at(ms))
  return (
    <Box
      as="header"
      borderBottom="1px solid"
      borderColor="line"
      px={{ base: '14px', md: '18px' }}
      pt="9px"
      pb="8px"
      className="no-print"
    >
      <Flex align="center" gap={{ base: '10px', md: '14px' }} minH="28px" fontSize="small" color="soft">
        {days.length > 1 ? (
          <Select
            aria-label="Day"
            value={day?.id}
            onChange={(e) => chooseDay(e.target.value)}
            w="auto"
            fontWeight={700}
            fontSize="lead"
            bg="transparent"
            borderColor="transparent"
            pl="0"
          >
            {days.map((d) => (
              <option key={d.id} value={d.id}>
                {d.title}, {shortDate(d.date)}
              </option>
            ))}
          </Select>
        ) : (
          <Text fontWeight={700} color="ink" fontSize="lead">
            {day?.title ?? 'No day yet'}
          </Text>
        )}
        {dayPlan && (
          <>
            <Text truncate display={{ base: 'none', md: 'block' }}>
              {days.length > 1 ? '' : `${shortDate(dayPlan.day.date)}, `}
              {dayPlan.place.name}
            </Text>
            <Text whiteSpace="nowrap" display={{ base: 'none', lg: 'block' }}>
              call {dayPlan.clock.text(dayPlan.timeline.startMin)}
            </Text>
            {sun?.kind === 'crosses' && (
              <Text whiteSpace="nowrap" display={{ base: 'none', lg: 'block' }}>
                sunrise {at(sun.upMs)}, sunset {at(sun.downMs)}
              </Text>
            )}
            {sun?.kind === 'above-all-day' && <Text>sun stays up</Text>}
            {sun?.kind === 'below-all-day' && <Text>sun stays down</Text>}
            {events.slice(0, 2).map((event) => (
              <Text key={event.id} whiteSpace="nowrap" display={{ base: 'none', xl: 'block' }}>
                {event.title.toLowerCase()} {clock(event.startMin)}
              </Text>
            ))}
          </>
        )}
        <Flex ml="auto" align="center" gap="2px" flexShrink={0}>
          <Connection />
          <UndoButtons />
          <Button
            kind="bare"
            fontSize="note"
            fontWeight={600}
            mr="6px"
            display="inline-flex"
            gap="2px"
            cursor="pointer"
            onClick={() => showSnags(true)}
          >
            <Box as="span" srOnly>
              Snags:
            </Box>
            {stops > 0 && <Count tone="stop" n={stops} words={stops === 1 ? 'snag stops you' : 'snags stop you'} />}
            {watches > 0 && <Count tone="watch" n={watches} words="to watch" />}
            {stops + watches === 0 &&
              (judged && !planned ? (
                <Box as="span" color="faint" px="8px" py="3px">
                  nothing planned yet
                </Box>
              ) : judged ? (
                <Box as="span" bg="safeTint" color="safe" px="8px" py="3px" borderRadius="2px">
                  no snags
                </Box>
              ) : (
                <Box as="span" color="faint" px="8px" py="3px">
                  checking …
                </Box>
              ))}
          </Button>
          <Box display={{ base: 'none', md: 'block' }}>
            <Select
              aria-label="Light"
              w="auto"
              fontSize="small"
              bg="transparent"
              borderColor="transparent"
              value={chosen}
              onChange={(e) => setScreenLight(e.target.value as ScreenLight | 'clock')}
            >
              {SCREEN_LIGHTS.map((l) => (
                <option key={l} value={l}>
                  {LIGHT_NAMES[l]}
                </option>
              ))}
              <option value="clock">By the clock</option>
            </Select>
          </Box>
          <Who />
        </Flex>
      </Flex>
      {dayPlan && (
        <Box display={{ base: 'none', md: 'block' }}>
          <DayRibbon dayPlan={dayPlan} />
        </Box>
      )}
    </Box>
  )
}

function UndoButtons() {
  const here = useUndoHere((s) => s.here)
  const changed = useProductionStore((s) => s.undo.at(-1)?.label),
    undone = useProductionStore((s) => s.redo.at(-1)?.label)
  const last = here ? here.label : changed
  const next = here ? null : undone
  return (
    <Box display={{ base: 'none', md: 'block' }}>
      <Button kind="quiet" disabled={!last} onClick={undo} title={last ? `Undo: ${last}` : 'Nothing to undo'}>
        Undo
      </Button>
      <Button
        kind="quiet"
        disabled={!next}
        onClick={redo}
        title={next ? `Redo: ${next.replace(/^Undo /, '')}` : 'Nothing to redo'}
      >
        Redo
      </Button>
    </Box>
  )
}

function Connection() {
  const connection = useProductionStore((s) => s.connection),
    waiting = useProductionStore((s) => s.pending.length),
    since = useProductionStore((s) => s.pending[0]?.queuedAt)
  const kept = since
    ? `${waiting} ${waiting === 1 ? 'waits' : 'wait'} here since ${DateTime.fromISO(since).toFormat('HH:mm')}`
    : ''
  const text =
    connection === 'away' ? [kept, 'server away'].filter(Boolean).join(', ') : waiting > 0 ? 'saving' : 'saved'
  return (
    <Text
      role="status"
      whiteSpace="nowrap"
      fontSize="note"
      color={connection === 'away' ? 'watch' : 'faint'}
      fontWeight={connection === 'away' ? 700 : 400}
      mr="6px"
    >
      {text}
    </Text>
  )
}

function Who() {
  const [me, setMe] = useState<Me | null>(null)
  const navigate = useNavigate()
  const connection = useProductionStore((s) => s.connection)
  useEffect(() => {
    if (connection === 'live')
      ask(ENDPOINTS.me, {}).then(
        (found) => {
          setMe(found)
          if (found.account) sitsHere(found.account.id)
        },
        () => undefined,
      )
  }, [connection])
  return (
    <Button
      kind="quiet"
      onClick={() => void navigate('/')}
      title="To the entrance"
      display={{ base: 'none', md: 'inline-flex' }}
    >
      <Text as="bdi" maxW="12ch" truncate>
        {me?.account?.name.split(' ')[0]}
      </Text>
    </Button>
  )
}
