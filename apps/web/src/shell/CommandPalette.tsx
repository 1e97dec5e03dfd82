import { Box, Dialog, Portal } from '@chakra-ui/react'
import { Command } from 'cmdk'
import { useNavigate } from 'react-router'
import { chooseDay, setScreenLight, showKeys, showPalette, showSnags } from '../store/desk.ts'
import { useProductionStore } from '../store/production.ts'
import { redo, undo } from '../store/undo.ts'
import { useDays, useProduction } from '../store/selectors.ts'
import { SCREEN_LIGHTS } from '../ui/theme/theme.ts'
import { STAGES } from './stages.ts'
import { type AnyRecord, type KindName, nameOf } from '@kavrell/core/records'

interface Choice {
  readonly name: string
  readonly note: string
  readonly go: () => void
}

type Note = string | ((record: AnyRecord) => string)
/** Every kind of thing that has a name: what it is called beside it, and where it is shown. */
const NAMED: readonly (readonly [heading: string, kind: Exclude<KindName, 'production'>, note: Note, stage: string])[] =
  [
    ['Shots', 'shot', 'shot', 'shots'],
    ['Scenes', 'scene', 'scene', 'brief?view=script'],
    ['Setups', 'setup', 'setup', 'light'],
    ['Places', 'place', 'place', 'scout'],
    ['Spots', 'spot', 'spot', 'scout'],
    ['People', 'person', (p) => String(p.role || 'person'), 'crew'],
    ['Kit', 'kitItem', 'kit', 'kit'],
    ['Cameras', 'camera', 'camera', 'shots'],
    ['Cards', 'card', 'card', 'offload'],
    ['Drives', 'drive', 'drive', 'offload'],
    ['Palettes', 'palette', 'palette', 'brief?view=look'],
  ]
const nameInFull = (kind: KindName, record: AnyRecord): string =>
  kind === 'shot'
    ? `${String(record.code)} ${String(record.sees)}`
    : kind === 'camera'
      ? `Camera ${String(record.letter)}, ${String(record.name)}`
      : kind === 'card' || kind === 'drive'
        ? `${kind === 'card' ? 'Card' : 'Drive'} ${String(record.label)}`
        : nameOf(kind, record)

/**
 * How well a choice answers what was typed, 0 to 1: every typed word must stand in it as typed, so that
 * "card a" never finds "carried at"; one that begins with the whole of it comes first.
 */
function answers(choice: string, typed: string): number {
  const [name, words] = [choice.toLowerCase(), typed.toLowerCase().trim().split(/\s+/)]
  if (!words.every((word) => name.includes(word))) return 0
  if (name.startsWith(words.join(' '))) return 1
  return words.every((word) => ` ${name}`.includes(` ${word}`)) ? 0.8 : 0.5
}

const LIST = {
  '& input': {
    width: '100%',
    padding: '12px 14px',
    fontSize: 'lead',
    background: 'transparent',
    borderBottom: '1px solid var(--chakra-colors-line)',
    outline: 'none',
  },
  '& [cmdk-list]': { maxHeight: '52vh', overflow: 'auto', padding: '6px 0' },
  '& [cmdk-group-heading]': { padding: '8px 14px 3px', fontSize: 'note', color: 'faint' },
  '& [cmdk-item]': { display: 'flex', gap: '10px', padding: '5px 14px', cursor: 'pointer' },
  '& [cmdk-item][data-selected=true]': { bg: 'tint', boxShadow: 'inset 3px 0 0 {colors.action}' },
  '& [cmdk-empty]': { padding: '14px', color: 'soft' },
}

/** Everything that can be gone to or done, by typing a part of its name. */
export function CommandPalette() {
  const production = useProduction()
  const productionId = useProductionStore((s) => s.productionId)
  const days = useDays()
  const navigate = useNavigate()
  const to = (stage: string, id?: string) => () => void navigate(`/p/${productionId}/${stage}${id ? `#${id}` : ''}`)
  const groups: readonly (readonly [string, readonly Choice[]])[] = [
    ['Go to', STAGES.map((s) => ({ name: s.name, note: s.group.toLowerCase(), go: to(s.path) }))],
    [
      'Do',
      [
        { name: 'Undo', note: 'Ctrl Z', go: undo },
        { name: 'Redo', note: 'Ctrl Shift Z', go: redo },
        { name: 'Show snags', note: 'what stops you', go: () => showSnags(true) },
        { name: 'Show keys', note: '?', go: () => showKeys(true) },
        ...SCREEN_LIGHTS.map((light) => ({
          name: `${light[0]!.toUpperCase()}${light.slice(1)} light`,
          note: { desk: 'cool grey paper', set: 'dark stage', sun: 'outdoors' }[light],
          go: () => setScreenLight(light),
        })),
        { name: 'Light by the clock', note: 'Set light after dusk', go: () => setScreenLight('clock') },
        ...days.map((day) => ({ name: `Look at ${day.title}`, note: day.date, go: () => chooseDay(day.id) })),
      ],
    ],
    ...NAMED.map(([heading, kind, note, stage]): readonly [string, readonly Choice[]] => [
      heading,
      Object.values<AnyRecord>(production[kind]).map((record) => ({
        name: nameInFull(kind, record),
        note: typeof note === 'string' ? note : note(record),
        go: to(stage, record.id),
      })),
    ]),
  ]
  return (
    <Dialog.Root open onOpenChange={(e) => showPalette(e.open)} placement="top">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content w="min(560px, calc(100vw - 24px))" maxW="none" mt="12vh" aria-label="Go to or do" css={LIST}>
            <Command label="Go to or do" filter={answers}>
              <Command.Input autoFocus placeholder="Type a stage, a shot, a person, or what to do" />
              <Command.List>
                <Command.Empty>Nothing here is called that.</Command.Empty>
                {groups.map(
                  ([heading, choices]) =>
                    choices.length > 0 && (
                      <Command.Group key={heading} heading={heading}>
                        {choices.map((choice, i) => (
                          <Command.Item
                            key={i}
                            value={`${choice.name} ${heading} ${i}`}
                            onSelect={() => {
                              showPalette(false)
                              choice.go()
                            }}
                          >
                            <Box truncate>{choice.name}</Box>
                            <Box ml="auto" color="faint" fontSize="note" flexShrink={0}>
                              {choice.note}
                            </Box>
                          </Command.Item>
                        ))}
                      </Command.Group>
                    ),
                )}
              </Command.List>
            </Command>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}
