import { Select } from '../../ui/fields.tsx'
import { newId } from '../../store/newId.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { say } from '../../store/production.ts'
import { usePart, useProduction, useRights } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { Answer, Button, Hint, Section, Tabs } from '../../ui/parts.tsx'
import { addShots, shotLike } from '../../ui/newShots.ts'
import { patternsFor } from '@kavrell/core/beginnings'
import { asId, blank, inOrder } from '@kavrell/core/records'
import {
  coverage,
  COVERAGE_COLUMNS,
  DEFAULT_SENSOR,
  freeCodes,
  type Pattern,
  shotsOfPattern,
  takingOfShot,
} from '@kavrell/core/shotlist'
import { counted } from '@kavrell/core/text'

/** A scene's shots by who and how large: what is there, and what is not. */
export function CoverageView({
  sceneId,
  onScene,
  onSelect,
}: {
  sceneId: string
  onScene: (id: string) => void
  onSelect: (id: string) => void
}) {
  const production = useProduction()
  const part = usePart()
  const scenes = inOrder(production.scene)
  const { rows, uncovered } = coverage(production, sceneId)
  const people = rows.filter((row) => row.personId)
  const close = people.filter((row) =>
    ['close', 'medium close', 'extreme close'].some((c) => row.cells[c as 'close'].length > 0),
  )
  return (
    <>
      <Tabs
        label={part === 'scene' ? 'Scenes' : 'Parts'}
        tabs={scenes.map((s) => [s.id, `${s.number} ${s.title}`] as const)}
        current={sceneId}
        onChoose={onScene}
      />
      <Answer size="22px">
        {rows.length === 0
          ? `No shots in this ${part} yet. Start from a pattern.`
          : people.length === 0
            ? 'Places and details only; nobody is in frame.'
            : close.length === people.length
              ? `Everybody has a close: ${people.map((row) => row.name.split(' ')[0]).join(', ')}`
              : `No close of ${people
                  .filter((row) => !close.includes(row))
                  .map((row) => row.name.split(' ')[0])
                  .join(', ')}`}
      </Answer>
      {uncovered.length > 0 && (
        <Text color="watch" fontWeight={600} mt="4px">
          In the script and in no shot: {uncovered.join(', ')}
        </Text>
      )}
      {rows.length > 0 && (
        <Box overflowX="auto" mt="14px" tabIndex={0}>
          <Grid
            role="table"
            aria-label="Coverage"
            templateColumns={`130px repeat(${COVERAGE_COLUMNS.length}, minmax(84px, 1fr))`}
            minW="max-content"
            fontSize="small"
          >
            <Box role="row" display="contents">
              <Box role="columnheader" color="faint" fontSize="note">
                who
              </Box>
              {COVERAGE_COLUMNS.map((column) => (
                <Box role="columnheader" key={column} color="faint" fontSize="note" pl="6px">
                  {column}
                </Box>
              ))}
            </Box>
            {rows.map((row) => (
              <Box role="row" display="contents" key={row.name}>
                <Box role="rowheader" borderTop="1px solid" borderColor="line" py="8px" fontWeight={600}>
                  {row.name}
                  <Text color="faint" fontSize="note" fontWeight={400}>
                    {row.sides.length > 0 ? `from ${row.sides.join(', ')}` : ''}
                  </Text>
                  {row.unsaid.length > 0 && (
                    <Text color="watch" fontSize="note" fontWeight={400}>
                      size not said: {row.unsaid.map((shot) => shot.code).join(', ')}
                    </Text>
                  )}
                </Box>
                {COVERAGE_COLUMNS.map((column) => (
                  <Box
                    role="cell"
                    key={column}
                    borderTop="1px solid"
                    borderLeft="1px solid"
                    borderColor="line"
                    p="6px"
                    minH="58px"
                    bg={row.cells[column].length === 0 && row.personId && column !== 'detail' ? 'well' : undefined}
                  >
                    {row.cells[column].map((shot) => (
                      <Button
                        kind="bare"
                        key={shot.id}
                        display="block"
                        mb="4px"
                        textAlign="left"
                        cursor="pointer"
                        onClick={() => onSelect(shot.id)}
                        title={shot.sees}
                      >
                        <FramePreview shot={shot} width={70} />
                        <b>{shot.code}</b> {shot.side}
                      </Button>
                    ))}
                  </Box>
                ))}
              </Box>
            ))}
          </Grid>
        </Box>
      )}
      <Patterns sceneId={sceneId} />
    </>
  )
}

function Patterns({ sceneId }: { sceneId: string }) {
  const production = useProduction()
  const rights = useRights()
  const part = usePart()
  const [chosen, setChosen] = useState<Pattern | null>(null)
  const [who, setWho] = useState<readonly string[]>([])
  if (!rights.plan) return null
  // Whoever works a camera or records sound stands behind the lens.
  const behind = new Set(
    [...Object.values(production.camera), ...Object.values(production.recorder)].map((device) => device.operatorId),
  )
  const players = Object.values(production.person)
    .filter((p) => !behind.has(p.id))
    .sort((a, b) => a.name.localeCompare(b.name))
  const make = (pattern: Pattern) => {
    const people = who.flatMap((id) => production.person[id] ?? [])
    const scene = production.scene[sceneId]!
    const all = Object.values(production.shot)
    const cameras = Object.values(production.camera)
      .sort((a, b) => (a.letter < b.letter ? -1 : 1))
      .map(({ id }) => ({ id, taking: takingOfShot(production, { cameraId: id, modeId: null, squeeze: 1 }).used }))
    const made = shotsOfPattern(pattern, people, cameras, { ...DEFAULT_SENSOR, squeeze: 1 })
    const codes = freeCodes(
      scene.number,
      all.map((s) => s.code),
      made.length,
      production.production.slateLetters,
    )
    const ids = made.map(() => newId<'shot'>())
    const inScene = all.filter((s) => s.sceneId === sceneId)
    const like = shotLike(production, inScene.at(-1))
    const done = addShots(
      `Cover ${part} ${scene.number}: ${pattern.name.toLowerCase()}`,
      made.map(({ fields, pairs }, i) => ({
        id: ids[i]!,
        fields: blank('shot', {
          ...like,
          ...fields,
          cameraId: fields.cameraId ?? like.cameraId ?? null,
          sceneId: asId(sceneId),
          code: codes[i]!,
          pairId: pairs === null ? null : ids[pairs]!,
        }),
      })),
    )
    if (done.ok) say(`${counted(made.length, 'shot')} made: ${codes.join(', ')}.`, 'info', true)
    else say(done.error, 'stop')
    setChosen(null)
  }
  return (
    <Section title="Start from a pattern">
      <Hint>Each makes shots with sizes, sides and times that are usual for it. Change or drop what does not fit.</Hint>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(4, 1fr)' }} gap="8px 18px" mt="8px">
        {patternsFor(production.production.job).map((pattern) => (
          <Box key={pattern.key} borderTop="1px solid" borderColor="line" pt="6px">
            <Button
              kind="bare"
              fontWeight={700}
              color="action"
              cursor="pointer"
              textAlign="left"
              aria-expanded={chosen === pattern}
              onClick={() => {
                setChosen(chosen === pattern ? null : pattern)
                setWho(players.slice(0, pattern.people).map((p) => p.id))
              }}
            >
              {pattern.name}
            </Button>
            <Text color="soft" fontSize="note">
              {pattern.says}
            </Text>
            {chosen === pattern && (
              <Box mt="6px">
                {Array.from({ length: pattern.people }, (_, i) => (
                  <Select
                    key={i}
                    mb="4px"
                    aria-label={`Person ${i + 1}`}
                    value={who[i] ?? ''}
                    onChange={(e) =>
                      setWho(
                        Array.from({ length: pattern.people }, (_, k) => (k === i ? e.target.value : (who[k] ?? ''))),
                      )
                    }
                  >
                    <option value="">nobody yet</option>
                    {players.map((p) => (
                      <option key={p.id} value={p.id}>
                        {p.name}
                      </option>
                    ))}
                  </Select>
                ))}
                <Flex>
                  <Button kind="main" onClick={() => make(pattern)}>
                    Make {counted(pattern.shots.length, 'shot')}
                  </Button>
                </Flex>
              </Box>
            )}
          </Box>
        ))}
      </Grid>
    </Section>
  )
}
