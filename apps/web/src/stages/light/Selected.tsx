import { Grid } from '@chakra-ui/react'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { RecordField } from '../../ui/RecordField.tsx'
import { takeOut } from '../../ui/addRecord.ts'
import { Button, Section } from '../../ui/parts.tsx'
import type { Thing } from './LightThings.tsx'
import { OnLamp } from './OnLamp.tsx'
import { turnTo } from '@kavrell/core/geometry'
import { aimAt } from '@kavrell/core/light'
import { updateRecord, asId, fieldsOf, type RecordOf } from '@kavrell/core/records'

/** What stops light or sends it back lets none through. */
const isNoCloth = (record: object): boolean => 'type' in record && record.type !== 'cloth'

/** The lamp, mark or camera that is chosen on the plan, with everything that is set on it. */
export function Selected({ thing, setup, onGone }: { thing: Thing; setup: RecordOf<'setup'>; onGone: () => void }) {
  const production = useProduction()
  const rights = useRights()
  const record = production[thing.kind][thing.id]
  if (!record) return null
  const marks = Object.values(production.mark).filter((m) => m.setupId === setup.id)
  const name = 'name' in record ? record.name : `camera ${production.camera[record.cameraId]?.letter}`
  const fields = Object.entries(fieldsOf(thing.kind))
    .filter(
      ([f, { input }]) =>
        input !== 'none' &&
        !['setupId', 'libraryKey', 'cameraId'].includes(f) &&
        !(f === 'lossStops' && isNoCloth(record)),
    )
    .map(([f]) => f)
  const lamp = thing.kind === 'lamp' ? (record as RecordOf<'lamp'>) : null
  const aim = (mark: RecordOf<'mark'>) => {
    if (!lamp) {
      const turned = record as RecordOf<'cameraPosition'> | RecordOf<'panel'>
      const kind = thing.kind === 'panel' ? 'panel' : 'cameraPosition'
      commitOrSay(`Aim at ${mark.name}`, [updateRecord(kind, asId(turned.id), { bearingDeg: turnTo(turned, mark) })])
      return
    }
    const to = aimAt({ xM: lamp.xM, yM: lamp.yM, zM: lamp.heightM }, { xM: mark.xM, yM: mark.yM, zM: mark.heightM })
    commitOrSay(`Aim at ${mark.name}`, [
      updateRecord('lamp', lamp.id, {
        bearingDeg: Math.round(to.bearingDeg * 10) / 10,
        tiltDeg: Math.round(to.tiltDeg * 10) / 10,
      }),
    ])
  }
  return (
    <Section
      title={name}
      actions={
        rights.plan && (
          <>
            {thing.kind !== 'mark' &&
              marks.map((m) => (
                <Button key={m.id} onClick={() => aim(m)}>
                  Aim at {m.name}
                </Button>
              ))}
            <Button
              kind="stop"
              onClick={() => {
                takeOut(thing.kind, asId(thing.id), name)
                onGone()
              }}
            >
              Remove
            </Button>
          </>
        )
      }
    >
      <Grid templateColumns="repeat(5, 1fr)" gap="8px">
        {fields.map((f) => (
          <RecordField key={thing.id + f} kind={thing.kind} id={thing.id} field={f} />
        ))}
      </Grid>
      {lamp && <OnLamp lamp={lamp} setup={setup} />}
    </Section>
  )
}
