import { Select } from '../../ui/fields.tsx'
import { Flex, Text } from '@chakra-ui/react'
import { useRights, useParts } from '../../store/selectors.ts'
import { addDevice, addRecord } from '../../ui/addRecord.ts'
import { Hint, Section } from '../../ui/parts.tsx'
import { Sheet } from '../../ui/sheet/Sheet.tsx'
import { LENS_KINDS, SENSOR_MODES } from '@kavrell/core/optics'

/** Cameras with what of their sensors they can record, the lenses that are there, and recorders. */
export function CamerasAndLenses() {
  const production = useParts('camera', 'sensorMode', 'lens', 'recorder')
  const byLetter = (a: { letter: string }, b: { letter: string }) => (a.letter < b.letter ? -1 : 1)
  const byAge = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
  const cameras = Object.values(production.camera).sort(byLetter)
  return (
    <>
      <Section title="Cameras">
        <Sheet
          kind="camera"
          name="Cameras"
          rows={cameras}
          onAdd={() => addDevice('camera')}
          columns={[
            { field: 'letter', head: 'camera', width: 56 },
            { field: 'name', head: 'what it is', width: 200 },
            { field: 'sensorWidthMm', head: 'sensor w, mm', width: 90, align: 'right', mono: true },
            { field: 'sensorHeightMm', head: 'h, mm', width: 60, align: 'right', mono: true },
            { field: 'dataRateMbps', head: 'Mb/s', width: 60, align: 'right', mono: true },
            { field: 'nativeIso', head: 'native ISO', width: 76, align: 'right', mono: true },
            { field: 'mostIso', head: 'clean to', width: 66, align: 'right', mono: true },
            { field: 'batteryMin', head: 'battery, min', width: 86, align: 'right', mono: true },
            { field: 'stopsItselfMin', head: 'stops after, min', width: 104, align: 'right', mono: true },
            { field: 'tellsItself', head: 'tells its stops', width: 92 },
            { field: 'lineCut', head: 'line cut', width: 60 },
            { field: 'operatorId', head: 'operator', width: 130 },
          ]}
        />
      </Section>
      <Section title="Sensor modes">
        <Sheet
          kind="sensorMode"
          name="Modes"
          rows={Object.values(production.sensorMode).sort(byAge)}
          columns={[
            { field: 'cameraId', head: 'camera', width: 60 },
            { field: 'name', head: 'mode', width: 230 },
            { field: 'widthMm', head: 'w, mm', width: 60, align: 'right', mono: true },
            { field: 'heightMm', head: 'h, mm', width: 60, align: 'right', mono: true },
            { field: 'widthPx', head: 'w, px', width: 60, align: 'right', mono: true },
            { field: 'heightPx', head: 'h, px', width: 60, align: 'right', mono: true },
            { field: 'mostFps', head: 'up to fps', width: 70, align: 'right', mono: true },
          ]}
        />
        {cameras[0] && (
          <FromLibrary
            label="Add a mode from the library"
            items={SENSOR_MODES}
            onChoose={({ name, widthMm, heightMm, widthPx, heightPx }) =>
              addRecord('sensorMode', `Add mode ${name}`, {
                cameraId: cameras[0]!.id,
                name,
                widthMm,
                heightMm,
                widthPx,
                heightPx,
              })
            }
          />
        )}
      </Section>
      <Section title="Lenses">
        <Hint>
          What is really in the case. A shot that names one is held to its stop, its close focus and its circle.
        </Hint>
        <Sheet
          kind="lens"
          name="Lenses"
          rows={Object.values(production.lens).sort((a, b) => a.focalLengthMm - b.focalLengthMm)}
          onAdd={() => addRecord('lens', 'Add a lens')}
          columns={[
            { field: 'name', head: 'lens', width: 200 },
            { field: 'focalLengthMm', head: 'from, mm', width: 70, align: 'right', mono: true },
            { field: 'longestMm', head: 'to, mm', width: 60, align: 'right', mono: true },
            { field: 'tStop', head: 'opens to T', width: 80, align: 'right', mono: true },
            { field: 'squeeze', head: 'squeeze', width: 60, align: 'right', mono: true },
            { field: 'closeFocusM', head: 'close focus', width: 80, align: 'right', mono: true },
            { field: 'imageCircleMm', head: 'circle, mm', width: 80, align: 'right', mono: true },
            { field: 'note', head: 'notes', width: 220 },
          ]}
        />
        <FromLibrary
          label="Add a lens from the library"
          items={LENS_KINDS}
          onChoose={({ key: _key, ...lens }) => addRecord('lens', `Add ${lens.name}`, lens)}
        />
      </Section>
      <Section title="Sound recorders">
        <Sheet
          kind="recorder"
          name="Recorders"
          rows={Object.values(production.recorder).sort(byLetter)}
          onAdd={() => addDevice('recorder')}
          columns={[
            { field: 'letter', head: 'sound', width: 56 },
            { field: 'name', head: 'what it is', width: 210 },
            { field: 'tracks', head: 'tracks', width: 60, align: 'right', mono: true },
            { field: 'operatorId', head: 'recordist', width: 130 },
          ]}
        />
      </Section>
    </>
  )
}

function FromLibrary<T extends { readonly key: string; readonly name: string }>({
  label,
  items,
  onChoose,
}: {
  label: string
  items: readonly T[]
  onChoose: (item: T) => void
}) {
  const rights = useRights()
  if (!rights.plan) return null
  return (
    <Flex mt="8px" gap="8px" align="center">
      <Select
        w="auto"
        aria-label={label}
        value=""
        onChange={(e) => {
          const item = items.find((i) => i.key === e.target.value)
          if (item) onChoose(item)
        }}
      >
        <option value="">{label}</option>
        {items.map((item) => (
          <option key={item.key} value={item.key}>
            {item.name}
          </option>
        ))}
      </Select>
      <Text color="faint" fontSize="note">
        by size and kind; type over its figures
      </Text>
    </Flex>
  )
}
