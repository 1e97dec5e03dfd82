import { Box, Flex } from '@chakra-ui/react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, Navigate, useParams } from 'react-router'
import { useMeasuredClock } from '../store/clock.ts'
import { showKeys, showPalette, useDesk } from '../store/desk.ts'
import { Later } from '../store/later.tsx'
import { follow } from '../store/live.ts'
import { useProductionStore } from '../store/production.ts'
import { redo, undo } from '../store/undo.ts'
import { useHasProduction } from '../store/selectors.ts'
import { judgeChanges } from '../store/snags.ts'
import { Answer, Opening } from '../ui/parts.tsx'
import { NoticeBar } from './NoticeBar.tsx'
import { Rail } from './Rail.tsx'
import { RemovalQuestion } from './RemovalQuestion.tsx'
import { SnagDrawer } from './SnagDrawer.tsx'
import { TopLine } from './TopLine.tsx'
import { useNamedInSight } from '../ui/useNamedInSight.ts'
import { ON_THE_PHONE, type Stage, STAGES } from './stages.ts'

const CommandPalette = lazy(() => import('./CommandPalette.tsx').then((m) => ({ default: m.CommandPalette })))
const KeyList = lazy(() => import('./KeyList.tsx').then((m) => ({ default: m.KeyList })))

const FETCH_AFTER_MS = 1200
/** One after another, so that what somebody opens meanwhile does not wait behind them all. */
async function fetchStages(): Promise<void> {
  const first = STAGES.filter((s) => ON_THE_PHONE.includes(s.path))
  for (const stage of new Set([...first, ...STAGES]))
    try {
      await stage.load()
    } catch {
      return
    }
}

/** The frame round every stage of one production: rail, top line, ribbon, snags. */
export function ProductionRoom() {
  const { productionId = '', stage } = useParams()
  const [refused, setRefused] = useState<string | null>(null)
  useEffect(() => {
    // Its code is fetched while the records are.
    void STAGES.find((s) => s.path === stage)?.load()
  }, [stage])
  useEffect(() => follow(productionId, setRefused), [productionId])
  useEffect(judgeChanges, [productionId])
  useMeasuredClock(productionId)
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const command = e.ctrlKey || e.metaKey
      if (command && e.key.toLowerCase() === 'k') {
        e.preventDefault()
        showPalette(!useDesk.getState().paletteOpen)
      } else if (!command && e.key === '?' && !isTyping(e.target)) {
        e.preventDefault()
        showKeys(!useDesk.getState().keysOpen)
      } else if (command && e.key.toLowerCase() === 'z' && !isTyping(e.target)) {
        e.preventDefault()
        if (e.shiftKey) redo()
        else undo()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  useNamedInSight()
  const loaded = useHasProduction()
  useEffect(() => {
    if (!loaded) return
    // While the first stage is read the code of the others comes, those that are worked on a phone first.
    const timer = setTimeout(() => void fetchStages(), FETCH_AFTER_MS)
    return () => clearTimeout(timer)
  }, [loaded])
  const paletteOpen = useDesk((s) => s.paletteOpen)
  const keysOpen = useDesk((s) => s.keysOpen)
  const openId = useProductionStore((s) => s.productionId)
  if (refused)
    return (
      <Box p="48px">
        <Answer>{refused}</Answer>
        <Box mt="12px" color="action" fontWeight={600}>
          <Link to="/">To the entrance</Link>
        </Box>
      </Box>
    )
  if (!loaded || openId !== productionId)
    return (
      <Box p="48px">
        <Opening />
      </Box>
    )
  const current = STAGES.find((s) => s.path === stage)
  if (!current) return <Navigate to={`/p/${productionId}/brief`} replace />
  return (
    <Flex h="100%" direction={{ base: 'column-reverse', md: 'row' }}>
      <Later>
        <Rail current={current.path} />
      </Later>
      <Flex flex="1" minW={0} minH={0} direction="column">
        <Later>
          <TopLine />
        </Later>
        <Box
          as="main"
          tabIndex={0}
          outline="none"
          flex="1"
          minH={0}
          overflow="auto"
          // What is hidden from sight within it stays within it, and lengthens no page around it.
          position="relative"
          px={{ base: '14px', md: '18px' }}
          pt={{ base: '12px', md: '16px' }}
          pb="28px"
        >
          <Suspense fallback={<Opening />}>
            <StageScreen key={current.path} stage={current} />
          </Suspense>
        </Box>
      </Flex>
      <Later>
        <SnagDrawer />
        <RemovalQuestion />
      </Later>
      <Suspense fallback={null}>
        {paletteOpen && <CommandPalette />}
        {keysOpen && <KeyList />}
      </Suspense>
      <NoticeBar />
    </Flex>
  )
}

/** What was there first stays: a screen that became another once its code had come would lose what is typed in it. */
function StageScreen({ stage }: { stage: Stage }) {
  const [Screen] = useState(() => stage.ready() ?? stage.Screen)
  return <Screen />
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
