import { addressOf, ENDPOINTS } from '@kavrell/contract'
import { newId } from '../../store/newId.ts'
import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useDeferredValue, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { Later } from '../../store/later.tsx'
import { say, useProductionStore } from '../../store/production.ts'
import { productionNow, usePart, useProduction, useRights } from '../../store/selectors.ts'
import { Input, Select } from '../../ui/fields.tsx'
import { SceneSheet } from '../../ui/SceneSheet.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord } from '../../ui/addRecord.ts'
import { Page } from '../../ui/Page.tsx'
import { Answer, Button, Empty, Tabs, Title } from '../../ui/parts.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { useSteady } from '../../ui/useSteady.ts'
import { BoardsView } from './BoardsView.tsx'
import { BringShots } from './BringShots.tsx'
import { CoverageView } from './CoverageView.tsx'
import { CamerasAndLenses } from './CamerasAndLenses.tsx'
import { ShotDetail } from './ShotDetail.tsx'
import { ShotSheet } from './ShotSheet.tsx'
import { TypedShot } from '../../ui/TypedShot.tsx'
import { addShots, shotLike } from '../../ui/newShots.ts'
import { asId, blank, type RecordOf, type Production, inOrder } from '@kavrell/core/records'
import { freeCodes, newScene, operatorOf } from '@kavrell/core/shotlist'
import { counted, hours } from '@kavrell/core/text'

const VIEWS = [
  ['list', 'Shot list'],
  ['coverage', 'Coverage grid'],
  ['boards', 'Boards'],
  ['lenses', 'Cameras and lenses'],
] as const
type View = (typeof VIEWS)[number][0]

/** All that a shot is found by; put together once for each state of it. */
const known = new WeakMap<RecordOf<'shot'>, { readonly person: Production['person']; readonly words: string }>()
function wordsOf(shot: RecordOf<'shot'>, person: Production['person']): string {
  const last = known.get(shot)
  if (last?.person === person) return last.words
  const who = shot.personIds.map((id) => person[id]?.name ?? '').join(' ')
  const words =
    `${shot.code} ${shot.sees} ${shot.rig} ${shot.props} ${shot.notes} ${shot.wardrobe} ${who}`.toLowerCase()
  known.set(shot, { person, words })
  return words
}

/** The shot list as a sheet, as a grid of coverage and as boards, with what follows from each shot beside it. */
export function ShotsScreen() {
  const production = useProduction()
  const rights = useRights()
  const part = usePart()
  const [params, setParams] = useSearchParams()
  const view = (params.get('view') ?? 'list') as View
  const [selectedId, setSelectedId] = useChosen()
  const [search, setSearch] = useState('')
  const wanted = search.trim().toLowerCase()
  const [operator, setOperator] = useState('')
  const [bringing, setBringing] = useState<string | null>(null)
  useRibbonRow((row) => {
    const [id] = row.shotIds
    if (id) {
      setSelectedId(id)
      document.querySelector(`[data-row="${id}"]`)?.scrollIntoView({ block: 'center' })
    }
  })
  const scenes = useMemo(() => inOrder(production.scene), [production.scene])
  const all = useMemo(() => inOrder(production.shot), [production.shot])
  const shots = useMemo(() => {
    if (!wanted && !operator) return all
    const { person } = production
    return all.filter(
      (s) => (!operator || operatorOf(production, s) === operator) && (!wanted || wordsOf(s, person).includes(wanted)),
    )
  }, [all, wanted, operator, production])
  const later = useDeferredValue(production)
  const operators = useMemo(
    () =>
      [...new Set(Object.values(later.shot).flatMap((s) => operatorOf(later, s) ?? []))].flatMap(
        (id) => later.person[id] ?? [],
      ),
    [later],
  )
  const selected = (selectedId && production.shot[selectedId]) || all[0]
  const shown = useDeferredValue(selected)
  const addShot = useSteady(() => {
    const scene = production.scene[selected?.sceneId ?? ''] ?? scenes.at(-1)
    const number = scene?.number ?? '1'
    const codes = Object.values(productionNow().shot).map((s) => s.code)
    const [code] = freeCodes(number, codes, 1, production.production.slateLetters)
    const id = newId()
    const sceneId = scene?.id ?? newScene(number)
    const fields = blank('shot', { ...shotLike(production, selected), sceneId: asId(sceneId), code: code! })
    const done = addShots(`Add shot ${code}`, [{ id, fields }])
    if (done.ok) setSelectedId(id)
    else say(done.error, 'stop')
  })
  const bring = useSteady(() => setBringing(''))
  const choose = useSteady((next: View) => setParams(next === 'list' ? {} : { view: next }, { replace: true }))
  const minutes = all.reduce((sum, s) => sum + s.minutes, 0)
  // Each setup once: how often it is built again is for the order to say.
  const lit = useMemo(
    () =>
      [...new Set(all.map((s) => s.setupId))].reduce(
        (sum, id) => sum + ((id && production.setup[id]?.buildMin) || 0),
        0,
      ),
    [all, production.setup],
  )
  const empty = all.length === 0
  return (
    <Page asideWidth={318} aside={view !== 'lenses' && shown && <Aside shot={shown} />}>
      <Head
        answer={
          empty || view !== 'list'
            ? undefined
            : `${hours(minutes)} to shoot${lit > 0 ? `, ${hours(lit)} to light` : ''}`
        }
        note={
          empty
            ? undefined
            : `${counted(all.length, 'shot')}, ${all.filter((s) => s.mustHave).length} must-have, ${all.filter((s) => s.onceOnly).length} once only`
        }
      />
      <Views label="Views of the shots" tabs={VIEWS} current={view} onChoose={choose} />
      {view === 'list' && (
        <>
          {rights.plan && (
            <Later>
              <Typed from={shown} onMade={setSelectedId} />
            </Later>
          )}
          <Tools
            search={search}
            onSearch={setSearch}
            operators={operators}
            operator={operator}
            onOperator={setOperator}
            found={wanted || operator ? `${shots.length} of ${all.length}` : null}
            onBring={bring}
            onAdd={addShot}
          />
          {bringing !== null && <BringShots key={bringing} text={bringing} onClose={() => setBringing(null)} />}
          {empty ? (
            <Empty says="Type the first shot above: its code, then what there is to say of it, in any order.">
              {rights.plan && scenes[0] && <Button onClick={() => choose('coverage')}>Start from a pattern</Button>}
            </Empty>
          ) : (
            <ShotSheet shots={shots} selectedId={selected?.id ?? null} onSelect={setSelectedId} onPaste={setBringing} />
          )}
          <SceneSheet />
          <Later>
            <SnagList stage="shots" />
          </Later>
        </>
      )}
      {view === 'coverage' &&
        (scenes.length === 0 ? (
          <Empty
            says={
              part === 'scene'
                ? 'A scene is a place in the story; its shots are the day’s checklist.'
                : 'A part is a stretch of the day; its shots are the day’s checklist.'
            }
          >
            {rights.plan && (
              <Button kind="main" onClick={() => addRecord('scene', `Add a ${part}`, { number: '1' })}>
                Add a {part}
              </Button>
            )}
          </Empty>
        ) : (
          <CoverageView
            sceneId={params.get('scene') ?? selected?.sceneId ?? scenes[0]!.id}
            onScene={(id) => setParams({ view: 'coverage', scene: id }, { replace: true })}
            onSelect={setSelectedId}
          />
        ))}
      {view === 'boards' && <BoardsView shots={shots} onSelect={setSelectedId} />}
      {view === 'lenses' && <CamerasAndLenses />}
    </Page>
  )
}

/** What follows from the chosen shot, drawn after the list in which it was typed. */
const Aside = memo(({ shot }: { shot: RecordOf<'shot'> }) => (
  <Later>
    <ShotDetail shot={shot} />
  </Later>
))
const Typed = memo(TypedShot)
const Views = memo(Tabs<View>)
const Head = memo(({ answer, note }: { answer: string | undefined; note: string | undefined }) => (
  <>
    <Title note={note} actions={<Papers />}>
      Shots
    </Title>
    {answer && (
      <Box mt="-6px" mb="10px">
        <Answer>{answer}</Answer>
      </Box>
    )}
  </>
))

/** Finding shots, one operator's list, and the ways in beside typing. */
const Tools = memo(function Tools(props: {
  search: string
  onSearch: (search: string) => void
  operators: readonly RecordOf<'person'>[]
  operator: string
  onOperator: (id: string) => void
  found: string | null
  onBring: () => void
  onAdd: () => void
}) {
  const rights = useRights()
  return (
    <Flex gap="8px" mb="8px" align="center" wrap="wrap">
      <Input
        aria-label="Find shots"
        placeholder="Find"
        w="180px"
        value={props.search}
        onChange={(e) => props.onSearch(e.target.value)}
      />
      {props.operators.length > 0 && (
        <Select
          aria-label="Operator"
          w="170px"
          value={props.operator}
          onChange={(e) => props.onOperator(e.target.value)}
        >
          <option value="">every operator</option>
          {props.operators.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}’s list
            </option>
          ))}
        </Select>
      )}
      {props.found && (
        <Text color="soft" role="status">
          {props.found}
        </Text>
      )}
      {rights.plan && (
        <Flex ml="auto" gap="8px">
          <Button onClick={props.onBring}>Bring in a table</Button>
          <Button kind="main" onClick={props.onAdd}>
            Add shot
          </Button>
        </Flex>
      )}
    </Flex>
  )
})

/** What is handed out: the list with its frames, a checklist for the pocket, the boards, and the table as data. */
function Papers() {
  const id = useProductionStore((s) => s.productionId)
  return (
    <Flex gap="12px" fontSize="small" fontWeight={600} color="action" align="baseline">
      <Box as="span" color="faint" fontWeight={400}>
        On paper
      </Box>
      {(
        [
          [ENDPOINTS.shotListPdf, 'shot list'],
          [ENDPOINTS.pocketPdf, 'pocket checklist'],
          [ENDPOINTS.boardsPdf, 'boards'],
          [ENDPOINTS.shotsCsv, 'CSV'],
        ] as const
      ).map(([file, name]) => (
        <a key={name} href={addressOf(file, { productionId: id! })} download>
          {name}
        </a>
      ))}
    </Flex>
  )
}
