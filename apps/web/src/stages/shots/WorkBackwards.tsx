import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { Input, Select } from '../../ui/fields.tsx'
import { Button, Section } from '../../ui/parts.tsx'
import { longestRunM } from '@kavrell/core/geometry'
import {
  circleOfConfusion,
  distanceForFace,
  figureInFrame,
  FIGURES,
  focusForRange,
  frameInFocus,
  sameSize,
} from '@kavrell/core/optics'
import { outlineOfSpot } from '@kavrell/core/place'
import { updateRecord, byId, type RecordOf } from '@kavrell/core/records'
import { spotOfShot, takingOfShot } from '@kavrell/core/shotlist'
import { lengthText, parseLength } from '@kavrell/core/text'

type Shot = RecordOf<'shot'>

/** From what is wanted to where to stand, what to set and what it costs. */
export function WorkBackwards({ shot }: { shot: Shot }) {
  return (
    <>
      <FaceSize shot={shot} />
      <SharpRange shot={shot} />
      <SameSizeAs shot={shot} />
      <TwoLenses shot={shot} />
    </>
  )
}

function useSet(shot: Shot) {
  const rights = useRights()
  return {
    may: rights.plan,
    set: (label: string, fields: Record<string, unknown>) => {
      commitOrSay(`${label} of ${shot.code}`, [updateRecord('shot', shot.id, fields)])
    },
  }
}

const Small = ({
  label,
  value,
  onChange,
  width = '62px',
}: {
  label: string
  value: string
  onChange: (v: string) => void
  width?: string
}) => <Input aria-label={label} value={value} w={width} textAlign="right" onChange={(e) => onChange(e.target.value)} />
const numberIn = (text: string) => Number(text.trim().replace(',', '.'))

function FaceSize({ shot }: { shot: Shot }) {
  const production = useProduction()
  const units = production.production.units
  const { set, may } = useSet(shot)
  const [share, setShare] = useState('60')
  const [lens, setLens] = useState(String(shot.focalLengthMm))
  const { used } = takingOfShot(production, shot)
  const figure = FIGURES[shot.figure === 'seated' ? 'seated' : 'standing']
  const found = distanceForFace(used, numberIn(lens), figure, numberIn(share) / 100)
  const spot = spotOfShot(production, shot)
  const run = spot && !spot.outdoors ? longestRunM(outlineOfSpot(spot)) : null
  return (
    <Section title="A face this large">
      <Flex gap="5px" align="center" wrap="wrap">
        <Small label="Face, % of frame height" value={share} onChange={setShare} /> % of the height on the
        <Small label="Lens, mm" value={lens} onChange={setLens} /> mm
      </Flex>
      {found.ok ? (
        <>
          <Text fontSize="large" fontWeight={700} mt="6px">
            {lengthText(found.value, units)} away
          </Text>
          {run !== null && (
            <Text color={found.value > run - 0.8 ? 'stop' : 'soft'} fontSize="small">
              {spot!.name} has {lengthText(run, units)} from corner to corner
              {found.value > run - 0.8 ? ': not enough, with the camera behind it' : ''}
            </Text>
          )}
          {may && (
            <Box mt="4px">
              <Button
                onClick={() =>
                  set('Face size', { focalLengthMm: numberIn(lens), distanceM: Math.round(found.value * 100) / 100 })
                }
              >
                Set it
              </Button>
            </Box>
          )}
        </>
      ) : (
        <Text color="stop" fontSize="small">
          A lens and a share are more than 0.
        </Text>
      )}
    </Section>
  )
}

function SharpRange({ shot }: { shot: Shot }) {
  const production = useProduction()
  const units = production.production.units
  const { set, may } = useSet(shot)
  const [near, setNear] = useState('1.2')
  const [far, setFar] = useState('4')
  const { whole } = takingOfShot(production, shot)
  const farM = /^(∞|inf)/i.test(far.trim()) ? Infinity : (parseLength(far, units) ?? Number.NaN)
  const found = focusForRange(
    {
      focalLengthMm: shot.focalLengthMm,
      circleOfConfusionMm: circleOfConfusion(whole.sensorWidthMm, whole.sensorHeightMm),
    },
    parseLength(near, units) ?? Number.NaN,
    farM,
  )
  const stops = found.ok ? 2 * Math.log2(found.value.fNumber / shot.tStop) : 0
  return (
    <Section title="Everything sharp">
      <Flex gap="5px" align="center">
        from <Small label="Sharp from" value={near} onChange={setNear} /> to
        <Small label="Sharp to" value={far} onChange={setFar} />
        <Text color="faint" fontSize="note">
          {units === 'feet' ? 'ft' : 'm'}, or inf
        </Text>
      </Flex>
      {found.ok ? (
        <>
          <Text fontSize="large" fontWeight={700} mt="6px">
            T{found.value.fNumber.toFixed(1)}, focus at {lengthText(found.value.focusM, units)}
          </Text>
          <Text color={stops > 0.1 ? 'stop' : 'soft'} fontSize="small">
            {found.value.fNumber > 32
              ? 'no lens closes that far: a shorter lens, or less depth'
              : stops > 0.1
                ? `costs ${stops.toFixed(1)} stops of light against T${shot.tStop}`
                : `T${shot.tStop} holds it, with ${(-stops).toFixed(1)} stops to spare`}
          </Text>
          {may && found.value.fNumber >= 0.7 && found.value.fNumber <= 64 && (
            <Box mt="4px">
              <Button
                onClick={() =>
                  set('Stop and focus', {
                    tStop: Math.ceil(found.value.fNumber * 10) / 10,
                    distanceM: Math.round(found.value.focusM * 100) / 100,
                  })
                }
              >
                Set stop and distance
              </Button>
            </Box>
          )}
        </>
      ) : (
        <Text color="stop" fontSize="small">
          {found.error.field === 'farM' ? 'It ends beyond where it begins.' : 'It begins beyond the front of the lens.'}
        </Text>
      )}
    </Section>
  )
}

function SameSizeAs({ shot }: { shot: Shot }) {
  const production = useProduction()
  const units = production.production.units
  const { set, may } = useSet(shot)
  const others = Object.values(production.shot)
    .filter((s) => s.id !== shot.id && s.figure !== 'none')
    .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
  const [otherId, setOtherId] = useState(others.find((s) => s.id === shot.pairId)?.id ?? others[0]?.id ?? '')
  const [lens, setLens] = useState('50')
  const [behind, setBehind] = useState('3')
  const other = byId(production.shot, otherId)
  if (!other) return null
  const focal = numberIn(lens)
  const behindM = parseLength(behind, units) ?? Number.NaN
  const ok = focal > 0 && behindM >= 0
  const found = ok
    ? sameSize(
        {
          taking: takingOfShot(production, other).used,
          focalLengthMm: other.focalLengthMm,
          distanceM: other.distanceM,
        },
        { taking: takingOfShot(production, shot).used, focalLengthMm: focal },
        behindM,
      )
    : null
  return (
    <Section title="The same size">
      <Flex gap="5px" align="center" wrap="wrap">
        as
        <Select aria-label="Same size as" w="76px" value={otherId} onChange={(e) => setOtherId(e.target.value)}>
          {others.map((s) => (
            <option key={s.id} value={s.id}>
              {s.code}
            </option>
          ))}
        </Select>
        on the <Small label="On the lens, mm" value={lens} onChange={setLens} /> mm, background
        <Small label="Background behind" value={behind} onChange={setBehind} width="52px" /> behind
      </Flex>
      {!found && (
        <Text color="stop" fontSize="small">
          A lens is more than 0 mm; a background is behind, or at 0.
        </Text>
      )}
      {found && (
        <>
          <Text fontSize="large" fontWeight={700} mt="6px">
            {lengthText(found.distanceM, units)} away
          </Text>
          <Text color="soft" fontSize="small">
            {Math.abs(found.backgroundScale - 1) < 0.02
              ? 'the background stays as large'
              : found.backgroundScale < 1
                ? `the background shrinks to ${Math.round(found.backgroundScale * 100)} %: more of it is seen`
                : `the background grows to ${Math.round(found.backgroundScale * 100)} %: less of it is seen`}
          </Text>
          {may && (
            <Box mt="4px">
              <Button
                onClick={() =>
                  set('Same size', { focalLengthMm: focal, distanceM: Math.round(found.distanceM * 100) / 100 })
                }
              >
                Set it
              </Button>
            </Box>
          )}
        </>
      )}
    </Section>
  )
}

function TwoLenses({ shot }: { shot: Shot }) {
  const production = useProduction()
  const units = production.production.units
  const [lenses, setLenses] = useState<readonly [string, string]>([String(shot.focalLengthMm), '35'])
  const { used } = takingOfShot(production, shot)
  return (
    <Section title="Two lenses side by side">
      <Flex gap="10px">
        {([0, 1] as const).map((i) => {
          const focal = numberIn(lenses[i])
          const fine = focal > 0 && focal <= 2000
          const size = fine ? frameInFocus(used, focal, shot.distanceM) : null
          return (
            <Box key={i} flex="1">
              {fine && <FramePreview shot={{ ...shot, focalLengthMm: focal }} width={142} />}
              <Flex gap="4px" align="center" mt="4px">
                <Small
                  label={`Lens ${i + 1}, mm`}
                  value={lenses[i]}
                  onChange={(v) => setLenses(i === 0 ? [v, lenses[1]] : [lenses[0], v])}
                />
                mm
              </Flex>
              {!size && (
                <Text color="stop" fontSize="note">
                  A lens has 1 to 2000 mm.
                </Text>
              )}
              {size && (
                <Text color="soft" fontSize="note">
                  {figureInFrame(FIGURES[shot.figure === 'seated' ? 'seated' : 'standing'], size.heightM).size},{' '}
                  {lengthText(size.widthM, units)} wide
                </Text>
              )}
            </Box>
          )
        })}
      </Flex>
    </Section>
  )
}
