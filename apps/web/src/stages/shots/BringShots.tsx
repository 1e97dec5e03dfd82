import { Box, Flex, Steps, Text } from '@chakra-ui/react'
import Papa from 'papaparse'
import { useEffect, useMemo, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { say } from '../../store/production.ts'
import { remember, remembered } from '../../store/remember.ts'
import { useProduction, useUnits } from '../../store/selectors.ts'
import { ChooseFile, Area, Select } from '../../ui/fields.tsx'
import { Answer, Button } from '../../ui/parts.tsx'
import { useNamesOf } from '../../ui/useNames.ts'
import { addShots, shotLike } from '../../ui/newShots.ts'
import { updateRecord, asId, fieldsOf, type PlainChange } from '@kavrell/core/records'
import {
  DEFAULT_SENSOR,
  newScene,
  readShotTable,
  SHOT_COLUMNS,
  type ShotField,
  takingOfShot,
  wholeShot,
} from '@kavrell/core/shotlist'
import { counted } from '@kavrell/core/text'

const FIELDS = SHOT_COLUMNS.map((c) => c.field)
const SHOWN = 8
const LEFT_OUT = 'left out'
/** What somebody chose for a column is chosen for the next table too. */
const REMEMBERED = 'table-columns'

type Assigned = ReadonlyMap<string, ShotField | null>
function rememberedColumns(): Assigned {
  try {
    const kept = JSON.parse(remembered(REMEMBERED) ?? '[]') as [string, ShotField | null][]
    return new Map(kept.filter(([, field]) => field === null || FIELDS.includes(field)))
  } catch {
    return new Map()
  }
}

/** A table from a spreadsheet: how its columns were read, what will be made and changed, what could not be read. */
export function BringShots({ text: given, onClose }: { text: string; onClose: () => void }) {
  const production = useProduction()
  const units = useUnits()
  const [text, setText] = useState(given)
  const [refused, setRefused] = useState<string | null>(null)
  const [assigned, setAssigned] = useState(rememberedColumns)
  const panel = useRef<HTMLDivElement>(null)
  useEffect(() => panel.current?.focus(), [])
  const names = useNamesOf(FIELDS.map((field) => fieldsOf('shot')[field]))
  const read = useMemo(() => {
    if (!text.trim()) return null
    const { data } = Papa.parse<string[]>(text.trimEnd())
    const [camera] = Object.values(production.camera)
    return readShotTable(data, {
      names: (field) => names[FIELDS.indexOf(field as (typeof FIELDS)[number])] ?? new Map(),
      units,
      shots: Object.values(production.shot),
      scenes: Object.values(production.scene),
      newId: uuidv7,
      taking: camera
        ? takingOfShot(production, { cameraId: camera.id, modeId: null, squeeze: 1 }).used
        : { ...DEFAULT_SENSOR, squeeze: 1 },
      assigned,
    })
  }, [text, names, units, production, assigned])
  const assign = (key: string, field: ShotField | null) => {
    const next = new Map(assigned).set(key, field)
    setAssigned(next)
    remember(REMEMBERED, JSON.stringify([...next]))
  }
  const fresh = read?.shots.filter((s) => !s.existing) ?? []
  const changed = read?.shots.filter((s) => s.existing) ?? []
  const keep = () => {
    const like = shotLike(production, undefined)
    const done = addShots(
      `Bring in ${counted(read!.shots.length, 'shot')}`,
      fresh.map((shot) => ({
        id: shot.id,
        fields: wholeShot(shot, { ...like, sceneId: asId(newScene(/^\d+/.exec(shot.code)?.[0] ?? '1')) }),
      })),
      changed.map((shot): PlainChange => updateRecord('shot', asId(shot.id), shot.fields)),
    )
    setRefused(done.ok ? null : done.error)
    if (!done.ok) return
    say(`${counted(fresh.length, 'shot')} made, ${changed.length} changed.`, 'info', true)
    onClose()
  }
  return (
    <Box
      ref={panel}
      tabIndex={-1}
      role="dialog"
      aria-label="Bring in shots"
      bg="leaf"
      borderTop="1px solid"
      borderBottom="1px solid"
      borderColor="line"
      p="14px"
      mb="14px"
      outline="none"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose()
      }}
    >
      {/* What is looked at before it is kept. */}
      <Steps.Root count={2} step={read ? 1 : 0} mb="10px" maxW="420px" aria-label="Bringing in shots">
        <Steps.List>
          {['A table', 'How it was read'].map((title, index) => (
            <Steps.Item key={title} index={index} title={title}>
              <Steps.Indicator />
              <Steps.Title>{title}</Steps.Title>
              <Steps.Separator />
            </Steps.Item>
          ))}
        </Steps.List>
      </Steps.Root>
      <Flex align="center" gap="10px" mb="8px">
        <Answer size="19px">
          {read
            ? `${counted(fresh.length, 'shot')} to make, ${changed.length} to change`
            : 'Paste a table, or choose a CSV file. One of its first lines names the columns.'}
        </Answer>
        <Button ml="auto" onClick={onClose}>
          Close
        </Button>
        {read && read.shots.length > 0 && (
          <Button kind="main" onClick={keep}>
            Bring them in
          </Button>
        )}
      </Flex>
      {!given && (
        <Flex gap="10px" align="flex-start">
          <Box flex="1" minW={0}>
            <Area
              aria-label="Table of shots"
              rows={4}
              maxH="220px"
              overflowY="auto"
              minW={0}
              value={text}
              placeholder={'shot, what we see, lens, stop\n3C, Corin listens, 85, 2.8'}
              onChange={(e) => setText(e.target.value)}
            />
          </Box>
          <ChooseFile label="CSV file" accept=".csv,.tsv,.txt" onFile={(file) => void file.text().then(setText)} />
        </Flex>
      )}
      {read && (
        <>
          <Flex gap="6px" mt="10px" wrap="wrap" fontSize="note" aria-label="How the columns were read">
            {read.columns.map(({ key, head, field }, i) => (
              <Box key={key} bg={field ? 'tint' : 'watchTint'} color={field ? 'ink' : 'watch'} px="7px" py="3px">
                <Text as="span" display="block" truncate maxW="150px">
                  {head || `column ${i + 1}`}
                </Text>
                <Select
                  w="132px"
                  aria-label={`What ${head || `column ${i + 1}`} is`}
                  value={field ?? LEFT_OUT}
                  onChange={(e) => assign(key, e.target.value === LEFT_OUT ? null : (e.target.value as ShotField))}
                >
                  <option value={LEFT_OUT}>left out</option>
                  {SHOT_COLUMNS.map((column) => (
                    <option key={column.field} value={column.field}>
                      {column.head}
                    </option>
                  ))}
                </Select>
              </Box>
            ))}
          </Flex>
          {read.newScenes.length > 0 && (
            <Text mt="8px" color="soft">
              Not there yet, to be made: scene{read.newScenes.length > 1 && 's'} {read.newScenes.join(', ')}.
            </Text>
          )}
          {read.remarks.length > 0 && (
            <Box mt="8px" color="watch" fontSize="small" role="status">
              {read.remarks.slice(0, 12).map((remark, i) => (
                <Text key={i}>
                  Line {remark.line}: {remark.says}
                </Text>
              ))}
              {read.remarks.length > 12 && <Text>And {read.remarks.length - 12} more.</Text>}
            </Box>
          )}
          <Text mt="8px" color="soft" fontSize="small">
            {read.shots
              .slice(0, SHOWN)
              .map((s) => `${s.code}${s.existing ? ' changes' : ''}${s.fields.sees ? ` ${s.fields.sees}` : ''}`)
              .join(' · ')}
            {read.shots.length > SHOWN ? ` and ${read.shots.length - SHOWN} more` : ''}
          </Text>
        </>
      )}
      {refused && (
        <Text role="alert" color="stop" mt="6px">
          {refused}
        </Text>
      )}
    </Box>
  )
}
