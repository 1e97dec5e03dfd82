import { Box } from '@chakra-ui/react'
import { Command } from 'cmdk'
import { useNavigate } from 'react-router'
import { chooseDay, setLight, showPalette, showSnags, showKeys } from '../store/desk.ts'
import { redo, undo, useProductionStore } from '../store/production.ts'
import { useDays, useProduction } from '../store/selectors.ts'
import { LIGHTS } from '../ui/theme.ts'
import { STAGES } from './stages.ts'

interface Choice {
  readonly name: string
  readonly note: string
  readonly go: () => void
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
        ...LIGHTS.map((light) => ({
          name: `${light[0]!.toUpperCase()}${light.slice(1)} light`,
          note: { desk: 'cool grey paper', set: 'dark stage', sun: 'outdoors' }[light],
          go: () => setLight(light),
        })),
        { name: 'Light by the clock', note: 'Set light after dusk', go: () => setLight('clock') },
        ...days.map((day) => ({ name: `Look at ${day.title}`, note: day.date, go: () => chooseDay(day.id) })),
      ],
    ],
    [
      'Shots',
      Object.values(production.shot).map((s) => ({ name: `${s.code} ${s.sees}`, note: 'shot', go: to('shots', s.id) })),
    ],
    [
      'Setups',
      Object.values(production.setup).map((s) => ({
        name: `${s.letter} ${s.name}`,
        note: 'setup',
        go: to('light', s.id),
      })),
    ],
    ['Places', Object.values(production.place).map((p) => ({ name: p.name, note: 'place', go: to('scout', p.id) }))],
    [
      'People',
      Object.values(production.person).map((p) => ({ name: p.name, note: p.role || 'person', go: to('crew', p.id) })),
    ],
  ]
  return (
    <Box
      css={{
        '& [cmdk-overlay]': { position: 'fixed', inset: 0, background: 'rgb(0 0 0 / 0.35)', zIndex: 40 },
        '& [cmdk-dialog]': {},
      }}
    >
      <Command.Dialog
        open
        onOpenChange={(open) => showPalette(open)}
        label="Go to or do"
        container={document.getElementById('root')!}
      >
        <Box
          position="fixed"
          top="12vh"
          left="50%"
          transform="translateX(-50%)"
          w="min(560px, calc(100vw - 24px))"
          bg="leaf"
          border="1px solid"
          borderColor="line"
          zIndex={41}
          css={{
            '& input': {
              width: '100%',
              padding: '12px 14px',
              fontSize: '16px',
              background: 'transparent',
              borderBottom: '1px solid var(--chakra-colors-line)',
              outline: 'none',
            },
            '& [cmdk-list]': { maxHeight: '52vh', overflow: 'auto', padding: '6px 0' },
            '& [cmdk-group-heading]': {
              padding: '8px 14px 3px',
              fontSize: '12px',
              color: 'var(--chakra-colors-faint)',
            },
            '& [cmdk-item]': { display: 'flex', gap: '10px', padding: '5px 14px', cursor: 'pointer' },
            '& [cmdk-item][data-selected=true]': {
              background: 'var(--chakra-colors-tint)',
              boxShadow: 'inset 3px 0 0 var(--chakra-colors-action)',
            },
            '& [cmdk-empty]': { padding: '14px', color: 'var(--chakra-colors-soft)' },
          }}
        >
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
                        <Box ml="auto" color="faint" fontSize="12.5px" flexShrink={0}>
                          {choice.note}
                        </Box>
                      </Command.Item>
                    ))}
                  </Command.Group>
                ),
            )}
          </Command.List>
        </Box>
      </Command.Dialog>
    </Box>
  )
}
