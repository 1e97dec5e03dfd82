import { newRank } from '../../store/newRank.ts'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useOpenSnags, useProduction, useRights, useParts } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { ColourField, Input, Select } from '../../ui/fields.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { addRecord, takeOut } from '../../ui/addRecord.ts'
import { Button, Hint, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { alikeColours, colourName, keyContrast, readHex, scenesInStretch, scenesOfPalette } from '@kavrell/core/colour'
import {
  updateRecord,
  asId,
  COLOUR_ROLES,
  type PaletteColour,
  type RecordOf,
  byRank,
  inOrder,
  lastRank,
} from '@kavrell/core/records'

type Palette = RecordOf<'palette'>

const save = (label: string, id: string, fields: Record<string, unknown>) => {
  commitOrSay(label, [updateRecord('palette', asId(id), fields)])
}

/** References, the palettes drawn out of them, and what in front of the camera is held to them. */
export function Look() {
  const production = useParts('palette', 'production', 'lookItem')
  const rights = useRights()
  const palettes = inOrder(production.palette)
  const [chosen, setChosen] = useState<string | null>(null)
  const current = production.palette[chosen ?? ''] ?? palettes[0]
  return (
    <>
      <Section
        title="Palettes"
        actions={
          rights.plan && (
            <Button
              onClick={() => setChosen(addRecord('palette', 'Add a palette', { rank: newRank(lastRank(palettes)) }))}
            >
              Add a palette
            </Button>
          )
        }
      >
        <PaletteRows palettes={palettes} onChoose={setChosen} chosen={current?.id ?? null} />
        {current && <PaletteEditor key={current.id} palette={current} />}
      </Section>
      <References palette={current} />
      <Section title="Wardrobe, props and set">
        <Hint>
          Each carries its colour and is held to the palettes of its scenes; from {production.production.strayLimit} ΔE
          on it strays.
        </Hint>
        <Sheet
          kind="lookItem"
          name="Items"
          rows={Object.values(production.lookItem).sort((a, b) => (a.id < b.id ? -1 : 1))}
          onAdd={() => addRecord('lookItem', 'Add an item')}
          columns={[
            {
              field: 'hex',
              head: 'colour',
              width: 92,
              mono: true,
              show: (item) => (
                <>
                  <span style={{ width: 16, height: 16, background: item.hex, marginRight: 6, flexShrink: 0 }} />
                  {item.hex}
                </>
              ),
            },
            { field: 'name', head: 'what', width: 180 },
            { field: 'type', head: 'kind', width: 80 },
            { field: 'personId', head: 'worn by', width: 120 },
            { field: 'sceneIds', head: 'scenes', width: 200 },
            { field: 'note', head: 'note', width: 140, grow: true },
          ]}
        />
      </Section>
      <SnagList stage="brief" about={(s) => s.about.kind === 'lookItem' || s.about.kind === 'palette'} />
    </>
  )
}

/** Palettes scene by scene: numbers, colours, what they are meant to be, and what strays from them. */
export function PaletteRows({
  palettes,
  onChoose,
  chosen,
}: {
  palettes: readonly Palette[]
  onChoose?: (id: string) => void
  chosen?: string | null
}) {
  const production = useProduction()
  const { scene, lookItem } = production
  const snags = useOpenSnags()
  if (palettes.length === 0)
    return <Hint>No palette yet. Drop a reference below: its colours are drawn out of it.</Hint>
  return (
    <Box role="list" aria-label="Palettes">
      {palettes.map((palette) => {
        const held = scenesOfPalette(Object.values(production.scene), palette)
        const scenes = held.flatMap((id) => scene[id] ?? [])
        const about = snags.filter(
          (s) =>
            (s.check === 'brief.palettes-alike' && s.about.id === palette.id) ||
            (s.check === 'brief.colour-strays' &&
              lookItem[s.about.id]?.sceneIds.some((id) => held.includes(id)) &&
              s.says.includes(palette.name)),
        )
        return (
          <Flex
            key={palette.id}
            role="listitem"
            align="center"
            gap="14px"
            py="6px"
            borderBottom="1px solid"
            borderColor="line"
            bg={palette.id === chosen ? 'leaf' : undefined}
          >
            <Text w="42px" fontWeight={700} flexShrink={0}>
              {scenes.map((s) => s.number).join(', ')}
            </Text>
            <Box w="150px" flexShrink={0}>
              {onChoose ? (
                <Button
                  kind="bare"
                  textAlign="left"
                  cursor="pointer"
                  fontWeight={palette.id === chosen ? 700 : 400}
                  onClick={() => onChoose(palette.id)}
                >
                  {palette.name}
                </Button>
              ) : (
                <Text>{palette.name}</Text>
              )}
            </Box>
            <Flex
              w="176px"
              h="34px"
              flexShrink={0}
              role="img"
              aria-label={palette.colours.map((c) => c.name || colourName(c.hex)).join(', ') || 'no colours yet'}
            >
              {palette.colours.map((c, i) => (
                <Box key={i} flex="1" style={{ background: c.hex }} title={`${c.name || colourName(c.hex)} ${c.hex}`} />
              ))}
            </Flex>
            <Text color="soft" fontSize="small">
              {palette.note}
              {palette.stretch ? ` (${palette.stretch})` : ''}
              {about.map((s) => (
                <Box
                  as="span"
                  key={s.says}
                  bg="watchTint"
                  color="watch"
                  px="6px"
                  ml="6px"
                  fontWeight={600}
                  fontSize="note"
                >
                  {s.check === 'brief.colour-strays' ? `${lookItem[s.about.id]?.name} strays` : 'too like another'}
                </Box>
              ))}
            </Text>
          </Flex>
        )
      })}
    </Box>
  )
}

function PaletteEditor({ palette }: { palette: Palette }) {
  const { scene } = useParts('scene')
  const inStretch = scenesInStretch(palette.stretch, Object.values(scene))
  const rights = useRights()
  const [typed, setTyped] = useState('')
  const [says, setSays] = useState<string | null>(null)
  const set = (colours: readonly PaletteColour[]) => save(`Change ${palette.name}`, palette.id, { colours })
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
                save(`Scenes of ${palette.name}`, palette.id, {
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

function References({ palette }: { palette: Palette | undefined }) {
  const production = useParts('picture', 'palette')
  const rights = useRights()
  const pictures = Object.values(production.picture)
    .filter((p) => p.purpose === 'reference')
    .sort(byRank)
  const take = (hex: string) => {
    if (!palette || palette.colours.some((c) => c.hex === hex)) return
    save(`Take a colour into ${palette.name}`, palette.id, {
      colours: [...palette.colours, { hex, name: colourName(hex), role: '' }],
    })
  }
  const asPalette = (picture: RecordOf<'picture'>) =>
    addRecord('palette', `Palette from ${picture.caption || 'a picture'}`, {
      name: (picture.caption || 'From a picture').slice(0, 60),
      colours: picture.colours.map(({ hex }) => ({ hex, name: colourName(hex), role: '' as const })),
      rank: newRank(lastRank(Object.values(production.palette))),
    })
  return (
    <Section title="References">
      <Grid templateColumns="repeat(auto-fill, minmax(172px, 1fr))" gap="12px" mb="10px">
        {pictures.map((p) => (
          <Box key={p.id} data-reference={p.caption}>
            <Picture picture={p} width="100%" height={104} />
            <Flex h="22px" mt="3px">
              {p.colours.map((c) => (
                <Button
                  kind="bare"
                  key={c.hex}
                  h="22px"
                  style={{ background: c.hex, flexGrow: Math.max(0.08, c.share) }}
                  cursor={palette ? 'copy' : 'default'}
                  _disabled={{ opacity: 1 }}
                  aria-label={`${colourName(c.hex)} ${c.hex}, ${Math.round(c.share * 100)} %${palette ? `: take into ${palette.name}` : ''}`}
                  disabled={!rights.plan || !palette}
                  onClick={() => take(c.hex)}
                />
              ))}
            </Flex>
            <Flex align="center">
              <Text truncate fontSize="note" color="soft">
                {p.caption}
              </Text>
              {rights.plan && (
                <>
                  <Button kind="quiet" ml="auto" onClick={() => asPalette(p)} disabled={p.colours.length === 0}>
                    Palette
                  </Button>
                  <Button kind="quiet" onClick={() => takeOut('picture', p.id, p.caption || 'the picture')}>
                    Remove
                  </Button>
                </>
              )}
            </Flex>
          </Box>
        ))}
      </Grid>
      {rights.plan && (
        <DropPictures given={{ purpose: 'reference' }}>
          Drop pictures here, or choose them. Their colours are drawn out of them; press one to take it into the palette
          above.
        </DropPictures>
      )}
    </Section>
  )
}
