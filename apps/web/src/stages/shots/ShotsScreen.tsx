import { Box, Flex, Text } from '@chakra-ui/react'
import { blank, newScene } from '@kavrell/contract'
import { freeCodes } from '@kavrell/core/shotlist'
import { operatorOf } from '@kavrell/core/snags'
import { memo, useDeferredValue, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { v7 as uuidv7 } from 'uuid'
import { say } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { hours } from '../../ui/format.ts'
import { Button, Empty, Page, Tabs, Title } from '../../ui/parts.tsx'
import { Input, Select } from '../../ui/RecordField.tsx'
import { SceneSheet } from '../../ui/SceneSheet.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { BoardsView } from './BoardsView.tsx'
import { BringShots } from './BringShots.tsx'
import { CoverageView } from './CoverageView.tsx'
import { GlassView } from './GlassView.tsx'
import { addShots, shotLike } from './newShots.ts'
import { ShotDetail } from './ShotDetail.tsx'
import { ShotSheet } from './ShotSheet.tsx'
import { TypedShot } from './TypedShot.tsx'

const VIEWS = [
  ['list', 'Shot list'],
  ['coverage', 'Coverage grid'],
  ['boards', 'Boards'],
  ['glass', 'Cameras and lenses'],
] as const
type View = (typeof VIEWS)[number][0]

/** The shot list as a sheet, as a grid of coverage and as boards, with what follows from each shot beside it. */
export function ShotsScreen() {
  const production = useProduction()
  const rights = useRights()
  const [params, setParams] = useSearchParams()
  const view = (params.get('view') ?? 'list') as View
  const [selectedId, setSelectedId] = useChosen()
  const [search, setSearch] = useState('')
  const wanted = useDeferredValue(search.trim().toLowerCase())
  const [operator, setOperator] = useState('')
  const [bringing, setBringing] = useState<string | null>(null)
  useRibbonRow((row) => {
    const [id] = row.shotIds
    if (id) {
      setSelectedId(id)
      document.querySelector(`[data-row="${id}"]`)?.scrollIntoView({ block: 'center' })
    }
  })
  const scenes = useMemo(() => Object.values(production.scene).sort((a, b) => a.rank - b.rank), [production.scene])
  const all = useMemo(
    () => Object.values(production.shot).sort((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1)),
    [production.shot],
  )
  const shots = useMemo(() => {
    if (!wanted && !operator) return all
    const people = production.person
    return all.filter(
      (s) =>
        (!operator || operatorOf(production, s) === operator) &&
        (!wanted ||
          `${s.code} ${s.sees} ${s.rig} ${s.props} ${s.wardrobe} ${s.personIds.map((id) => people[id]?.name ?? '').join(' ')}`
            .toLowerCase()
            .includes(wanted)),
    )
  }, [all, wanted, operator, production])
  const operators = useMemo(
    () =>
      [...new Set(all.flatMap((s) => operatorOf(production, s) ?? []))].flatMap((id) => production.person[id] ?? []),
    [all, production],
  )
  const selected = (selectedId && production.shot[selectedId]) || all[0]
  const addShot = () => {
    const scene = production.scene[selected?.sceneId ?? ''] ?? scenes.at(-1)
    const number = scene?.number ?? '1'
    const [code] = freeCodes(
      number,
      all.map((s) => s.code),
      1,
    )
    const id = uuidv7()
    const sceneId = scene?.id ?? newScene(number)
    const fields = blank('shot', { ...shotLike(production, selected), sceneId, code: code! })
    const refused = addShots(production, `Add shot ${code}`, [{ id, fields }])
    if (refused) say(refused, 'stop')
    else setSelectedId(id)
  }
  const choose = (next: View) => setParams(next === 'list' ? {} : { view: next }, { replace: true })
  const minutes = all.reduce((sum, s) => sum + s.minutes, 0)
  const empty = all.length === 0
  return (
    <Page asideWidth="318px" aside={view !== 'glass' && selected && <Detail key={selected.id} shot={selected} />}>
      <Title
        note={
          empty
            ? undefined
            : `${all.length} planned, ${all.filter((s) => s.mustHave).length} must-have, ${all.filter((s) => s.onceOnly).length} once only, about ${hours(minutes)} of work`
        }
        actions={<Papers />}
      >
        Shots
      </Title>
      <Tabs label="Views of the shots" tabs={VIEWS} current={view} onChoose={choose} />
      {view === 'list' && (
        <>
          {rights.plan && <Typed from={selected} onMade={setSelectedId} />}
          <Flex gap="8px" mb="8px" align="center">
            <Input
              aria-label="Find shots"
              placeholder="Find"
              w="180px"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
            {operators.length > 0 && (
              <Select aria-label="Operator" w="170px" value={operator} onChange={(e) => setOperator(e.target.value)}>
                <option value="">every operator</option>
                {operators.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}’s list
                  </option>
                ))}
              </Select>
            )}
            {(wanted || operator) && (
              <Text color="soft" role="status">
                {shots.length} of {all.length}
              </Text>
            )}
            {rights.plan && (
              <Flex ml="auto" gap="8px">
                <Button onClick={() => setBringing('')}>Bring in a table</Button>
                <Button kind="main" onClick={addShot}>
                  Add shot
                </Button>
              </Flex>
            )}
          </Flex>
          {bringing !== null && <BringShots key={bringing} text={bringing} onClose={() => setBringing(null)} />}
          {empty ? (
            <Empty says="Type the first shot above: its code, then what there is to say of it, in any order.">
              {rights.plan && scenes[0] && <Button onClick={() => choose('coverage')}>Start from a pattern</Button>}
            </Empty>
          ) : (
            <ShotSheet shots={shots} selectedId={selected?.id ?? null} onSelect={setSelectedId} onPaste={setBringing} />
          )}
          <SceneSheet />
          <SnagList stage="shots" />
        </>
      )}
      {view === 'coverage' &&
        (scenes.length === 0 ? (
          <Empty says="A scene is a place in the story; its shots are the day’s checklist.">
            {rights.plan && (
              <Button kind="main" onClick={() => addRecord('scene', 'Add a scene', { number: '1' })}>
                Add a scene
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
      {view === 'glass' && <GlassView />}
    </Page>
  )
}

const Detail = memo(ShotDetail)
const Typed = memo(TypedShot)

/** What is handed out: the list with its frames, a checklist for the pocket, the boards, and the table as data. */
function Papers() {
  const { production } = useProduction()
  const at = (file: string) => `/api/productions/${production.id}/${file}`
  return (
    <Flex gap="12px" fontSize="13px" fontWeight={600} color="action" align="baseline">
      <Box as="span" color="faint" fontWeight={400}>
        On paper
      </Box>
      {(
        [
          ['shots.pdf', 'shot list'],
          ['shots-pocket.pdf', 'pocket checklist'],
          ['boards.pdf', 'boards'],
          ['shots.csv', 'CSV'],
        ] as const
      ).map(([file, name]) => (
        <a key={file} href={at(file)} download>
          {name}
        </a>
      ))}
    </Flex>
  )
}
