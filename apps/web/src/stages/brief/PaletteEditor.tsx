import { type Palette, savePalette } from './palette.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { useRights, useParts } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { ColourField, Input, Select } from '../../ui/fields.tsx'
import { takeOut } from '../../ui/addRecord.ts'
import { Button, Hint } from '../../ui/parts.tsx'
import { alikeColours, colourName, keyContrast, readHex, scenesInStretch } from '@kavrell/core/colour'
import { COLOUR_ROLES, type PaletteColour, inOrder } from '@kavrell/core/records'

export function PaletteEditor({ palette }: { palette: Palette }) {
  const { scene } = useParts('scene')
  const inStretch = scenesInStretch(palette.stretch, Object.values(scene))
  const rights = useRights()
  const [typed, setTyped] = useState('')
  const [says, setSays] = useState<string | null>(null)
  const set = (colours: readonly PaletteColour[]) => savePalette(`Change ${palette.name}`, palette.id, { colours })
  const change = (i: number, part: Partial<PaletteColour>) =>
    set(palette.colours.map((c, k) => (k === i ? { ...c, ...part } : c)))
  const move = (i: number, by: number) => {
    const colours = [...palette.colours]
    const [taken] = colours.splice(i, 1)
    colours.splice(Math.max(0, i + by), 0, taken!)
    set(colours)
  }
  const add = () => {
    const hex = readHex(typed)
    if (!hex) {
      setSays('A colour is written like #27394a.')
      return
    }
    setSays(null)
    setTyped('')
    set([...palette.colours, { hex, name: colourName(hex), role: '' }])
  }
  const key = palette.colours.find((c) => c.role === 'key'),
    background = palette.colours.find((c) => c.role === 'background')
  const alike = alikeColours(palette)
  return (
    <Box mt="12px">
      <Grid templateColumns="1fr 1.4fr 1fr 2fr" gap="8px">
        <RecordField kind="palette" id={palette.id} field="name" />
        <SceneChoice palette={palette} />
        <Box>
          <RecordField kind="palette" id={palette.id} field="stretch" />
          {palette.stretch.trim() && (
            <Hint>
              {inStretch.length > 0
                ? `Scenes ${inStretch.map((id) => scene[id]!.number).join(', ')} are held to it.`
                : 'A name only. Scene numbers such as 2-5 hold those scenes to it.'}
            </Hint>
          )}
        </Box>
        <RecordField kind="palette" id={palette.id} field="note" />
      </Grid>
      <Flex gap="8px" mt="10px" wrap="wrap">
        {palette.colours.map((c, i) => (
          <Box key={i} w="128px" data-colour={c.hex}>
            <ColourField
              label={`Change ${c.hex}`}
              hex={c.hex}
              disabled={!rights.plan}
              onColour={(hex) => change(i, { hex, name: c.name === colourName(c.hex) ? colourName(hex) : c.name })}
            />
            <Text fontFamily="mono" fontSize="note" color="soft">
              {c.hex}
            </Text>
            <Input
              aria-label={`Name of ${c.hex}`}
              defaultValue={c.name}
              disabled={!rights.plan}
              onBlur={(e) => {
                if (e.target.value !== c.name) change(i, { name: e.target.value.slice(0, 60) })
              }}
            />
            <Select
              aria-label={`What ${c.hex} does`}
              mt="3px"
              disabled={!rights.plan}
              value={c.role}
              onChange={(e) => change(i, { role: e.target.value as PaletteColour['role'] })}
            >
              {COLOUR_ROLES.map((role) => (
                <option key={role} value={role}>
                  {role || 'in the frame'}
                </option>
              ))}
            </Select>
            {rights.plan && (
              <Flex>
                <Button kind="quiet" aria-label={`Move ${c.hex} left`} disabled={i === 0} onClick={() => move(i, -1)}>
                  ←
                </Button>
                <Button
                  kind="quiet"
                  aria-label={`Move ${c.hex} right`}
                  disabled={i === palette.colours.length - 1}
                  onClick={() => move(i, 1)}
                >
                  →
                </Button>
                <Button kind="quiet" onClick={() => set(palette.colours.filter((_, k) => k !== i))}>
                  Drop
                </Button>
              </Flex>
            )}
          </Box>
        ))}
        {rights.plan && palette.colours.length < 12 && (
          <Box w="128px">
            <Input
              aria-label="Another colour"
              placeholder="#27394a"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') add()
              }}
            />
            {says && (
              <Text role="alert" color="stop" fontSize="note">
                {says}
              </Text>
            )}
          </Box>
        )}
      </Flex>
      {key && background && (
        <Text mt="6px">
          <b>Key on background:</b> {keyContrast(key.hex, background.hex).says} (
          {signed(keyContrast(key.hex, background.hex).lightness)} lightness
          {keyContrast(key.hex, background.hex).hueDeg === null
            ? ''
            : `, ${Math.round(keyContrast(key.hex, background.hex).hueDeg!)}° of hue`}
          ).
        </Text>
      )}
      {alike.map(([a, b]) => (
        <Text key={`${a} ${b}`} color="watch" fontSize="small">
          {palette.colours[a]!.hex} and {palette.colours[b]!.hex} look the same.
        </Text>
      ))}
      {rights.plan && (
        <Button kind="quiet" onClick={() => takeOut('palette', palette.id, palette.name)}>
          Remove this palette
        </Button>
      )}
    </Box>
  )
}

const signed = (n: number) => `${n >= 0 ? '+' : '−'}${Math.abs(Math.round(n))}`

function SceneChoice({ palette }: { palette: Palette }) {
  const { scene } = useParts('scene')
  const rights = useRights()
  const scenes = inOrder(scene)
  return (
    <Box role="group" aria-label="Scenes of the palette">
      <Text color="soft" fontSize="note">
        Scenes
      </Text>
      <Flex gap="3px" wrap="wrap">
        {scenes.map((s) => {
          const on = palette.sceneIds.includes(s.id)
          return (
            <Button
              key={s.id}
              kind={on ? 'main' : 'plain'}
              aria-pressed={on}
              title={s.title}
              disabled={!rights.plan}
              px="8px"
              onClick={() =>
                savePalette(`Scenes of ${palette.name}`, palette.id, {
                  sceneIds: on ? palette.sceneIds.filter((id) => id !== s.id) : [...palette.sceneIds, s.id],
                })
              }
            >
              {s.number}
            </Button>
          )
        })}
      </Flex>
    </Box>
  )
}
