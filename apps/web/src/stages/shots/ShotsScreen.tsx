import { Box, Flex, Text } from '@chakra-ui/react'
import { blank, type RecordOf } from '@kavrell/contract'
import { masterDeliverable } from '@kavrell/core/snags'
import { useMemo } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { commit, say } from '../../store/production.ts'
import { useOpenSnags, useProduction, useRights, useUnits } from '../../store/selectors.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { hours, parseRate, rate } from '../../ui/format.ts'
import { Button, Empty, Page, SetupLetter, Section, Title } from '../../ui/parts.tsx'
import { Sheet, type SheetColumn } from '../../ui/Sheet.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { useChosen } from '../../ui/useChosen.ts'
import { useRibbonRow } from '../../ui/useRibbonRow.ts'
import { ShotDetail } from './ShotDetail.tsx'

type Shot = RecordOf<'shot'>

/** The shot list as a sheet, with what follows from each line computed beside it. */
export function ShotsScreen() {
  const production = useProduction()
  const rights = useRights()
  const scenes = Object.values(production.scene).sort((a, b) => a.rank - b.rank)
  const shots = Object.values(production.shot).sort((a, b) => a.rank - b.rank || (a.id < b.id ? -1 : 1))
  const [selectedId, setSelectedId] = useChosen()
  useRibbonRow((row) => {
    const [id] = row.shotIds
    if (id) {
      setSelectedId(id)
      document.querySelector(`[data-row="${id}"]`)?.scrollIntoView({ block: 'center' })
    }
  })
  const selected = (selectedId && production.shot[selectedId]) || shots[0]
  const addScene = () => addRecord('scene', 'Add a scene', { number: String(scenes.length + 1), rank: scenes.length })
  const addShot = () => {
    const from = selected ?? null
    const scene = from ? production.scene[from.sceneId] : scenes.at(-1)
    if (!scene) return
    const used = shots.filter((s) => s.sceneId === scene.id).map((s) => s.code)
    const code =
      [...'ABCDEFGHJKLMNPQRSTUVWXYZ'].map((l) => `${scene.number}${l}`).find((c) => !used.includes(c)) ??
      `${scene.number}ZZ`
    const master = masterDeliverable(production)
    const like = from
      ? { cameraId: from.cameraId, setupId: from.setupId, iso: from.iso, rig: from.rig }
      : { cameraId: Object.values(production.camera)[0]?.id ?? null }
    const id = uuidv7()
    const refused = commit(`Add shot ${code}`, [
      {
        op: 'create',
        kind: 'shot',
        id,
        fields: blank('shot', {
          ...like,
          sceneId: scene.id,
          code,
          rank: 1 + Math.max(-1, ...shots.map((s) => s.rank)),
          ...(master ? { fpsNum: master.rateNum, fpsDen: master.rateDen } : {}),
        }),
      },
    ])
    if (refused) say(refused, 'stop')
    else setSelectedId(id)
  }
  if (scenes.length === 0)
    return (
      <Empty says="A scene is a place in the story; its shots are the day’s checklist.">
        {rights.plan && (
          <Button kind="main" onClick={addScene}>
            Add a scene
          </Button>
        )}
      </Empty>
    )
  const minutes = shots.reduce((sum, s) => sum + s.minutes, 0)
  return (
    <Page asideWidth="318px" aside={selected && <ShotDetail shot={selected} />}>
      <Title
        note={`${shots.length} planned, ${shots.filter((s) => s.mustHave).length} must-have, ${shots.filter((s) => s.onceOnly).length} once only, about ${hours(minutes)} of work`}
        actions={
          rights.plan && (
            <>
              <Button onClick={addScene}>Add scene</Button>
              <Button kind="main" onClick={addShot}>
                Add shot
              </Button>
            </>
          )
        }
      >
        Shots
      </Title>
      <ShotSheet shots={shots} selectedId={selected?.id ?? null} onSelect={setSelectedId} />
      {shots.length === 0 && (
        <Box mt="12px">
          <Text color="soft">No shots yet. Add the first one and type over its cells.</Text>
        </Box>
      )}
      <Section title="Scenes">
        <Sheet
          kind="scene"
          name="Scenes"
          rows={scenes}
          columns={[
            { field: 'number', head: 'no', width: '50px' },
            { field: 'title', head: 'scene', width: '200px' },
            { field: 'spotId', head: 'where', width: '130px' },
            { field: 'note', head: 'notes', width: 'minmax(260px, 1fr)' },
          ]}
        />
      </Section>
      <Section title="Cameras and recorders">
        <Sheet
          kind="camera"
          name="Cameras"
          rows={Object.values(production.camera).sort((a, b) => (a.letter < b.letter ? -1 : 1))}
          onAdd={() =>
            addRecord('camera', 'Add a camera', {
              letter: 'ABCDEFGHIJKLM'[Object.keys(production.camera).length] ?? 'Z',
            })
          }
          columns={[
            { field: 'letter', head: 'camera', width: '56px' },
            { field: 'name', head: 'what it is', width: '210px' },
            { field: 'sensorWidthMm', head: 'sensor w, mm', width: '90px', align: 'right', mono: true },
            { field: 'sensorHeightMm', head: 'h, mm', width: '60px', align: 'right', mono: true },
            { field: 'dataRateMbps', head: 'Mb/s', width: '60px', align: 'right', mono: true },
            { field: 'nativeIso', head: 'native ISO', width: '76px', align: 'right', mono: true },
            { field: 'mostIso', head: 'clean to', width: '66px', align: 'right', mono: true },
            { field: 'operatorId', head: 'operator', width: '130px' },
          ]}
        />
        <Box mt="12px">
          <Sheet
            kind="recorder"
            name="Recorders"
            rows={Object.values(production.recorder).sort((a, b) => (a.letter < b.letter ? -1 : 1))}
            onAdd={() =>
              addRecord('recorder', 'Add a recorder', {
                letter: ['R', 'S', 'T', 'U'][Object.keys(production.recorder).length] ?? 'V',
              })
            }
            columns={[
              { field: 'letter', head: 'sound', width: '56px' },
              { field: 'name', head: 'what it is', width: '210px' },
              { field: 'tracks', head: 'tracks', width: '60px', align: 'right', mono: true },
            ]}
          />
        </Box>
      </Section>
      <SnagList stage="shots" />
    </Page>
  )
}

function ShotSheet({
  shots,
  selectedId,
  onSelect,
}: {
  shots: readonly Shot[]
  selectedId: string | null
  onSelect: (id: string) => void
}) {
  const { setup } = useProduction()
  const units = useUnits()
  const snags = useOpenSnags()
  // What stops you comes first among the findings: the first about a shot is its worst.
  const worstOf = useMemo(() => {
    const found = new Map<string, (typeof snags)[number]>()
    for (const snag of snags) if (!found.has(snag.about.id)) found.set(snag.about.id, snag)
    return found
  }, [snags])
  const columns: SheetColumn<Shot>[] = [
    { field: 'figure', head: 'frame', width: '66px', show: (s) => <FramePreview shot={s} width={64} /> },
    { field: 'code', head: 'shot', width: '42px', show: (s) => <Text fontWeight={700}>{s.code}</Text> },
    {
      field: 'sees',
      head: 'what we see',
      width: '218px',
      show: (s) => {
        const snag = worstOf.get(s.id)
        return (
          <Flex align="center" gap="6px" minW={0} w="100%">
            <Text truncate title={s.sees}>
              {s.sees}
            </Text>
            {snag && (
              <Box
                flexShrink={0}
                ml="auto"
                w="8px"
                h="8px"
                borderRadius="full"
                bg={snag.severity}
                title={snag.says}
                role="img"
                aria-label={snag.says}
              />
            )}
          </Flex>
        )
      },
    },
    { field: 'focalLengthMm', head: 'lens', width: '36px', align: 'right', mono: true },
    { field: 'tStop', head: 'stop', width: '40px', align: 'right', mono: true, show: (s) => `T${s.tStop}` },
    {
      field: 'distanceM',
      head: units === 'feet' ? 'ft' : 'm',
      width: units === 'feet' ? '64px' : '36px',
      align: 'right',
      mono: true,
    },
    {
      field: 'fpsNum',
      head: 'fps',
      width: '42px',
      align: 'right',
      mono: true,
      show: (s) => rate(s.fpsNum, s.fpsDen),
      text: (s) => rate(s.fpsNum, s.fpsDen),
      read: (typed) => {
        const r = parseRate(typed)
        return r
          ? { ok: true, fields: { fpsNum: r.num, fpsDen: r.den } }
          : { ok: false, says: 'A frame rate is more than 0 and at most 2000, such as 25, 23.976 or 200.' }
      },
    },
    {
      field: 'shutterDeg',
      head: 'shutter',
      width: '50px',
      align: 'right',
      mono: true,
      show: (s) => `${s.shutterDeg}°`,
    },
    { field: 'iso', head: 'ISO', width: '42px', align: 'right', mono: true },
    {
      field: 'setupId',
      head: 'light',
      width: '38px',
      show: (s) => {
        const own = s.setupId ? setup[s.setupId] : undefined
        return own ? <SetupLetter letter={own.letter} colour={own.colour} /> : null
      },
    },
    { field: 'cameraId', head: 'cam', width: '32px' },
    { field: 'side', head: 'side', width: '34px' },
    { field: 'rig', head: 'how', width: '84px' },
    { field: 'minutes', head: 'min', width: '34px', align: 'right', mono: true },
    { field: 'personIds', head: 'who', width: '140px' },
    { field: 'frameSide', head: 'in frame', width: '58px' },
    { field: 'pairId', head: 'pairs', width: '44px' },
    { field: 'takesExpected', head: 'takes', width: '40px', align: 'right', mono: true },
    { field: 'takeSeconds', head: 'take, s', width: '50px', align: 'right', mono: true },
    { field: 'mustHave', head: 'must', width: '40px' },
    { field: 'onceOnly', head: 'once', width: '40px' },
    { field: 'slowMotion', head: 'slow', width: '40px' },
    { field: 'quiet', head: 'quiet', width: '42px' },
    { field: 'window', head: 'tied to', width: '100px' },
    { field: 'sceneId', head: 'scene', width: '110px' },
  ]
  return (
    <Sheet
      kind="shot"
      name="Shots"
      rows={shots}
      columns={columns}
      selectedId={selectedId}
      onSelect={onSelect}
      rowHeight={38}
    />
  )
}
