import { newRank } from '../../store/newRank.ts'
import { newId } from '../../store/newId.ts'
import { Box, Flex, Link, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { say, commitOrSay, useProductionStore } from '../../store/production.ts'
import { usePart, useRights, useParts } from '../../store/selectors.ts'
import { Area, ChooseFile, Input, Tick } from '../../ui/fields.tsx'
import { Cast } from './Cast.tsx'
import { ChangedLines } from './ChangedLines.tsx'
import { SceneSheet } from '../../ui/SceneSheet.tsx'
import { addRecord } from '../../ui/addRecord.ts'
import { Answer, Button, Hint, Section, Tag } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { addressOf, ENDPOINTS } from '@kavrell/contract'
import {
  createRecord,
  removeRecord,
  updateRecord,
  asId,
  type PlainChange,
  type RecordOf,
  inOrder,
  lastRank,
  type Rank,
  rankBetween,
  ranksBetween,
} from '@kavrell/core/records'
import {
  compareDrafts,
  pagesText,
  parseScreenplay,
  type SceneChange,
  type ScriptScene,
  spotOfPlace,
} from '@kavrell/core/script'
import { counted, minutesSeconds } from '@kavrell/core/text'

type Scene = RecordOf<'scene'>

const textOf = (scene: ScriptScene) => scene.lines.map((l) => l.text).join('\n')

/** Scenes out of a screenplay, what a newer draft changes, scenes by hand, and what a job without a script needs. */
export function Script() {
  const production = useParts('scene')
  const part = usePart()
  const rights = useRights()
  const [text, setText] = useState('')
  const scenes = useMemo(() => inOrder(production.scene), [production.scene])
  const eighths = scenes.reduce((sum, s) => sum + (s.dropped ? 0 : s.eighths), 0)
  return (
    <>
      <Answer size="22px">
        {eighths > 0
          ? `${counted(scenes.filter((s) => !s.dropped).length, 'scene')}, ${pagesText(eighths)} pages, about ${minutesSeconds(scenes.reduce((sum, s) => sum + (s.dropped ? 0 : s.estimatedS), 0))}`
          : scenes.length > 0
            ? `${counted(scenes.length, part)}, by hand`
            : `No ${part}s yet. Bring a script, add them by hand, or write what is needed.`}
      </Answer>
      {rights.plan && (
        <Section title={scenes.some((s) => s.heading) ? 'A newer draft' : 'Bring in a script'}>
          <Hint>
            Plain text with scene headings such as INT. SHED - DAY. Scenes get number, place, time of day, length and
            characters; their shots stay.
          </Hint>
          <Flex gap="10px" mt="6px" align="flex-start">
            <Box flex="1" minW={0}>
              <Area
                aria-label="Screenplay"
                rows={text ? 6 : 2}
                value={text}
                fontFamily="mono"
                fontSize="note"
                placeholder={'INT. OLD SHED - DAY\n\nSteam hangs under the roof.'}
                onChange={(e) => setText(e.target.value)}
              />
            </Box>
            <ChooseFile label="Screenplay file" accept=".txt,.md" onFile={(file) => void file.text().then(setText)} />
          </Flex>
          {text.trim() && <Draft text={text} scenes={scenes} onDone={() => setText('')} />}
        </Section>
      )}
      <Cast />
      <SceneSheet />
      <Pages scenes={scenes} />
      <Needs />
    </>
  )
}

/** As a scene is called by its heading, where nobody has named it. */
const titleOf = (place: string) =>
  place
    .toLowerCase()
    .replace(/^./, (c) => c.toUpperCase())
    .slice(0, 200)
const titleOfHeading = (heading: string) => titleOf(parseScreenplay(heading).scenes[0]?.place ?? '')

function Draft({ text, scenes, onDone }: { text: string; scenes: readonly Scene[]; onDone: () => void }) {
  const { shot, spot, place } = useParts('shot', 'spot', 'place')
  const read = useMemo(() => parseScreenplay(text), [text])
  const [lines, setLines] = useState<number | null>(null)
  // Scenes by hand have no heading to be known by: a draft's scene of the same number is put into them.
  const written = scenes.filter((s) => s.heading)
  // Fewer scenes than half of what there is are pages of a revision, until somebody says otherwise.
  const [said, setSaid] = useState<boolean | null>(null)
  const isRevision = said ?? (written.length > 2 && read.scenes.length <= written.length / 2)
  const all = useMemo(
    () =>
      compareDrafts(
        written.map((s) => ({ id: s.id, number: s.number, heading: s.heading, text: s.scriptText })),
        read.scenes.map((s, i) => ({ id: String(i), number: s.number, heading: s.heading, text: textOf(s) })),
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [read, scenes],
  )
  const changes = isRevision ? all.filter((change) => change.kind !== 'gone') : all
  const missing = all.filter((change) => change.kind === 'gone').length
  const count = (kind: SceneChange['kind']) => changes.filter((c) => c.kind === kind).length
  const shotsOf = (id: string) => Object.values(shot).filter((s) => s.sceneId === id)
  const spotFor = (scene: ScriptScene) => spotOfPlace(scene.place, Object.values(spot), place)
  const keep = () => {
    const ranks = isRevision ? ranksAmong(scenes, changes) : ranksBetween(null, null, read.scenes.length)
    const plain = changes.flatMap((change): PlainChange[] => {
      if (change.kind === 'gone') {
        const { id } = change.old
        return shotsOf(id).length > 0
          ? [updateRecord('scene', asId(id), { dropped: true })]
          : [removeRecord('scene', asId(id))]
      }
      const index = Number(change.new.id)
      const scene = read.scenes[index]!
      const byHand = change.kind === 'new' ? scenes.find((s) => !s.heading && s.number === scene.number) : undefined
      const id = change.kind === 'new' ? byHand?.id : change.old.id
      const fields = {
        number: scene.number,
        heading: scene.heading.slice(0, 300),
        inOut: scene.inOut,
        timeOfDay: scene.timeOfDay.slice(0, 40),
        eighths: scene.eighths,
        estimatedS: scene.estimatedS,
        characters: scene.characters.map((c) => c.slice(0, 60)).slice(0, 60),
        scriptText: textOf(scene).slice(0, 60_000),
        dropped: false,
        rank: ranks[index]!,
      }
      const title = titleOf(scene.place)
      const spotId = spotFor(scene)?.id ?? null
      if (!id) return [createRecord('scene', { ...fields, title, spotId }, newId())]
      const known = scenes.find((s) => s.id === id)!
      // What somebody has named or placed by hand stays.
      return [
        updateRecord('scene', asId(id), {
          ...fields,
          ...(known.title && known.title !== titleOfHeading(known.heading) ? {} : { title }),
          ...(known.spotId || !spotId ? {} : { spotId }),
        }),
      ]
    })
    if (commitOrSay(`Bring in ${read.title || 'a script'}, ${counted(read.scenes.length, 'scene')}`, plain)) {
      say(`${counted(read.scenes.length, 'scene')} brought in.`, 'info', true)
      onDone()
    }
  }
  return (
    <Box mt="10px" data-draft>
      <Flex align="baseline" gap="10px">
        <Text fontWeight={700}>
          {counted(read.scenes.length, 'scene')}: {count('same')} the same, {count('changed')} changed, {count('new')}{' '}
          new, {count('gone')} gone
        </Text>
        {read.scenes.length > 0 && (
          <Button kind="main" ml="auto" onClick={keep}>
            Bring it in
          </Button>
        )}
      </Flex>
      {missing > 0 && (
        <Tick checked={isRevision} onTick={setSaid} name="revised-pages">
          These are revised pages: {counted(missing, 'scene')} not among them {missing === 1 ? 'stays' : 'stay'}
        </Tick>
      )}
      {read.remarks.slice(0, 12).map((remark, i) => (
        <Text key={i} color="watch" fontSize="small">
          Line {remark.line}: {remark.says}
        </Text>
      ))}
      {read.remarks.length > 12 && <Text color="watch">And {read.remarks.length - 12} more.</Text>}
      <Box mt="6px" maxH="220px" overflow="auto" tabIndex={0}>
        {changes.map((change, i) => {
          const scene = change.kind === 'gone' ? change.old : change.new
          const where = change.kind === 'gone' ? null : spotFor(read.scenes[Number(change.new.id)]!)
          const kept = change.kind === 'gone' ? shotsOf(change.old.id).length : 0
          return (
            <Box key={i} borderBottom="1px solid" borderColor="line" fontSize="small">
              <Flex gap="8px" py="3px">
                <Text w="34px" fontWeight={700}>
                  {scene.number}
                </Text>
                <Text flex="1" truncate>
                  {scene.heading}
                </Text>
                {where && <Text color="soft">{where.name}</Text>}
                {change.kind === 'changed' && change.what.includes('text') && (
                  <Button kind="quiet" aria-expanded={lines === i} onClick={() => setLines(lines === i ? null : i)}>
                    Lines
                  </Button>
                )}
                {change.kind !== 'same' && (
                  <Tag tone={change.kind === 'gone' ? 'watch' : 'plain'}>
                    {change.kind === 'changed'
                      ? `changed: ${change.what.join(', ')}`
                      : change.kind === 'gone'
                        ? kept > 0
                          ? `gone, keeps ${counted(kept, 'shot')}`
                          : 'gone'
                        : 'new'}
                  </Tag>
                )}
              </Flex>
              {lines === i && change.kind === 'changed' && (
                <ChangedLines old={change.old.text} fresh={change.new.text} />
              )}
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

/** Where the scenes of revised pages stand among all others: a known one where it was, a new one after the one before it. */
function ranksAmong(scenes: readonly Scene[], changes: readonly SceneChange[]): Rank[] {
  const ordered = [...scenes]
  const ranks: Rank[] = []
  for (const change of changes) {
    if (change.kind === 'gone') continue
    const known = change.kind === 'new' ? undefined : ordered.find((scene) => scene.id === change.old.id)
    const after = ranks.at(-1) ?? null
    const [next] = ordered
      .map((scene) => scene.rank)
      .filter((rank) => after === null || rank > after)
      .sort()
    ranks.push(known?.rank ?? rankBetween(after, next ?? null))
  }
  return ranks
}

/** What is written of each scene, to be read. */
function Pages({ scenes }: { scenes: readonly Scene[] }) {
  const [open, setOpen] = useState<string | null>(null)
  const productionId = useProductionStore((s) => s.productionId)!
  const written = scenes.filter((scene) => scene.scriptText)
  if (written.length === 0) return null
  return (
    <Section title="Read it">
      <Link href={addressOf(ENDPOINTS.scriptPdf, { productionId })} target="_blank" color="action" fontWeight={600}>
        All pages on paper
      </Link>
      {written.map((scene) => (
        <Box key={scene.id} borderBottom="1px solid" borderColor="line">
          <Button
            kind="bare"
            w="100%"
            py="6px"
            justifyContent="start"
            aria-expanded={open === scene.id}
            onClick={() => setOpen(open === scene.id ? null : scene.id)}
          >
            <b>{scene.number}</b>&ensp;{scene.heading}
          </Button>
          {open === scene.id && (
            <Text as="div" dir="auto" whiteSpace="pre-wrap" maxW="62ch" lineHeight="1.5" pb="12px">
              {scene.scriptText}
            </Text>
          )}
        </Box>
      ))}
    </Section>
  )
}

/** One line each for what a job without a script needs, and which shots cover it. */
function Needs() {
  const { need } = useParts('need')
  const rights = useRights()
  const [line, setLine] = useState('')
  const needs = inOrder(need)
  const open = needs.filter((n) => n.shotIds.length === 0).length
  return (
    <Section title={needs.length > 0 ? `We need: ${open} of ${needs.length} not covered by a shot yet` : 'We need'}>
      <Hint>
        For an interview, an event, a process, a place to establish: one line each, then the shots that cover it.
      </Hint>
      {rights.plan && (
        <Input
          aria-label="We need"
          placeholder="We need the moment the plank goes on"
          mt="6px"
          value={line}
          onChange={(e) => setLine(e.target.value)}
          onKeyDown={(e) => {
            if (e.key !== 'Enter' || !line.trim()) return
            if (
              addRecord('need', `We need ${line}`.slice(0, 190), { text: line.trim(), rank: newRank(lastRank(needs)) })
            )
              setLine('')
          }}
        />
      )}
      <Box mt="6px">
        <Sheet
          kind="need"
          name="Needs"
          rows={needs}
          columns={[
            { field: 'text', head: 'we need', width: 300, grow: true },
            { field: 'sceneId', head: 'scene', width: 160 },
            { field: 'shotIds', head: 'covered by', width: 180 },
          ]}
        />
      </Box>
    </Section>
  )
}
