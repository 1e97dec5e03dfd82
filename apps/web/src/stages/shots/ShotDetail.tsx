import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { waterOf } from '@kavrell/core/day'
import { Fragment, useState } from 'react'
import { commitOrSay } from '../../store/production.ts'
import { useProduction, useRights, useParts } from '../../store/selectors.ts'
import { DropPictures } from '../../ui/DropPictures.tsx'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { Picture } from '../../ui/Picture.tsx'
import { RecordField } from '../../ui/RecordField.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { Button, Reading, Section, Tabs } from '../../ui/parts.tsx'
import { SensorFrame } from './SensorFrame.tsx'
import { WorkBackwards } from './WorkBackwards.tsx'
import { exposureChain, safeAngles, shutterSeconds, slowMotion } from '@kavrell/core/exposure'
import { recordingRateMbps, takeBytes } from '@kavrell/core/media'
import {
  angleOfView,
  circleOfConfusion,
  type DepthOfField,
  depthOfField,
  figureInFrame,
  FIGURES,
  frameInFocus,
} from '@kavrell/core/optics'
import { updateRecord, byId, type RecordOf } from '@kavrell/core/records'
import { furthestOff, isOff, readSetup } from '@kavrell/core/setup'
import {
  captureRate,
  deliverablesInOrder,
  extensionStops,
  magnificationOf,
  masterDeliverable,
  shotFlicker,
  takingOfShot,
} from '@kavrell/core/shotlist'
import {
  degrees,
  exposureError,
  lengthText,
  frameRateText,
  sayBytes,
  shutter,
  stopName,
  type Units,
} from '@kavrell/core/text'

type Shot = RecordOf<'shot'>

const PARTS = [
  ['frame', 'Frame'],
  ['light', 'Exposure'],
  ['back', 'Backwards'],
  ['more', 'More'],
] as const

/** Everything that follows from one line of the shot list. */
export function ShotDetail({ shot }: { shot: Shot }) {
  const [part, setPart] = useState<(typeof PARTS)[number][0]>('frame')
  return (
    <Box>
      <Flex align="baseline" gap="10px" mb="8px">
        <Text fontSize="title" fontWeight={700}>
          {shot.code}
        </Text>
        <Text color="soft" truncate>
          {shot.sees}
        </Text>
      </Flex>
      <FramePreview shot={shot} width={298} />
      <SnagList about={(snag) => snag.about.id === shot.id} title="" />
      <Box mt="8px">
        <Tabs label="About this shot" tabs={PARTS} current={part} onChoose={setPart} />
        {/* What is looked at stays from shot to shot; what was typed belongs to one. */}
        <Fragment key={shot.id}>
          {part === 'frame' && <Frame shot={shot} />}
          {part === 'light' && <Exposure shot={shot} />}
          {part === 'back' && <WorkBackwards shot={shot} />}
          {part === 'more' && <More shot={shot} />}
        </Fragment>
      </Box>
    </Box>
  )
}

/** Less than this is told as so many millimetres round the focus. */
const THIN_MM = 100

/** "2.1 m to 2.4 m", or "4 mm: 2 before, 2 behind" where both would read the same. */
function sharpText({ nearMm, farMm }: DepthOfField, focusMm: number, units: Units): string {
  if (farMm - nearMm >= THIN_MM) return `${lengthText(nearMm / 1000, units)} to ${lengthText(farMm / 1000, units)}`
  const mm = (length: number) => (length < 10 ? length.toFixed(1) : String(Math.round(length)))
  return `${mm(farMm - nearMm)} mm: ${mm(focusMm - nearMm)} before, ${mm(farMm - focusMm)} behind`
}

/** 0.5 is 1 : 2, 2 is 2 : 1. */
const magnificationText = (times: number) =>
  times >= 1 ? `${times.toFixed(1).replace(/\.0$/, '')} : 1` : `1 : ${(1 / times).toFixed(1).replace(/\.0$/, '')}`

function Frame({ shot }: { shot: Shot }) {
  const production = useProduction()
  const { camera, whole, used } = takingOfShot(production, shot)
  const units = production.production.units
  const angle = angleOfView(used, shot.focalLengthMm)
  const size = frameInFocus(used, shot.focalLengthMm, shot.distanceM)
  const dof = depthOfField(
    {
      focalLengthMm: shot.focalLengthMm,
      fNumber: shot.tStop,
      circleOfConfusionMm: circleOfConfusion(whole.sensorWidthMm, whole.sensorHeightMm),
    },
    shot.distanceM * 1000,
  )
  const magnification = magnificationOf(shot)
  const fps = captureRate(shot)
  const master = masterDeliverable(production)
  const figure = shot.figure === 'none' ? null : figureInFrame(FIGURES[shot.figure], size.heightM)
  const bytes =
    camera && master
      ? takeBytes(
          recordingRateMbps(camera.dataRateMbps, fps, master.rateNum / master.rateDen),
          shot.takeSeconds,
          shot.takesExpected,
        )
      : null
  const slow = master
    ? slowMotion({ num: shot.fpsNum, den: shot.fpsDen }, { num: master.rateNum, den: master.rateDen }, shot.takeSeconds)
    : null
  return (
    <>
      <Reading
        name="Size"
        value={figure ? `${figure.size}, face ${Math.round(figure.faceShare * 100)} %` : 'nobody in frame'}
      />
      <Reading name="Angle as delivered" value={`${degrees(angle.horizontalDeg)} × ${degrees(angle.verticalDeg)}`} />
      <Reading
        name="Frame at subject"
        value={`${lengthText(size.widthM, units)} × ${lengthText(size.heightM, units)}`}
      />
      <Reading
        name="Sharp from"
        value={
          dof.ok ? sharpText(dof.value, shot.distanceM * 1000, units) : `focus is nearer than ${shot.focalLengthMm} mm`
        }
        tone={dof.ok ? undefined : 'stop'}
      />
      {magnification !== null && extensionStops(shot) > 0 && (
        <Reading
          name="Close up"
          value={`${magnificationText(magnification)}, ${extensionStops(shot).toFixed(1)} stops lost`}
        />
      )}
      <Reading name="Hyperfocal" value={dof.ok ? lengthText(dof.value.hyperfocalMm / 1000, units) : '—'} />
      {slow && Math.abs(slow.factor - 1) > 0.01 && (
        <Reading
          name={slow.factor > 1 ? 'Slow motion' : 'Fast motion'}
          value={`${slow.factor.toFixed(slow.factor >= 10 ? 0 : 1)}×, ${shot.takeSeconds} s plays ${Math.round(slow.screenSeconds)} s`}
        />
      )}
      <Reading
        name={`Data, ${shot.takesExpected} × ${shot.takeSeconds} s at ${frameRateText(shot.fpsNum, shot.fpsDen)} fps`}
        value={bytes === null ? 'no camera' : sayBytes(bytes)}
      />
      <SensorFrame shot={shot} />
      <Shapes shot={shot} />
    </>
  )
}

/** The same shot in every shape that is to be delivered. */
function Shapes({ shot }: { shot: Shot }) {
  const others = deliverablesInOrder(useProduction()).slice(1)
  if (others.length === 0) return null
  return (
    <Section title="In the other shapes">
      <Flex gap="14px" wrap="wrap">
        {others.map((d) => (
          <Box key={d.id}>
            <FramePreview shot={shot} width={110} aspect={d.aspect} />
            <Text fontSize="note" color="soft">
              {d.name}, {d.aspect.toFixed(2)}
            </Text>
          </Box>
        ))}
      </Flex>
    </Section>
  )
}

function Exposure({ shot }: { shot: Shot }) {
  const production = useProduction()
  const rights = useRights()
  const { camera } = takingOfShot(production, shot)
  const lens = byId(production.lens, shot.lensId)
  const master = masterDeliverable(production)
  const fps = captureRate(shot)
  const { mainsHz } = production.production
  const { links, totalStops } = exposureChain(
    { ...shot, fps, extensionStops: extensionStops(shot) },
    {
      tStop: lens?.tStop ?? 2.8,
      nativeIso: camera?.nativeIso ?? 800,
      mostIso: camera?.mostIso ?? 3200,
      fps: master ? master.rateNum / master.rateDen : 25,
    },
  )
  const seconds = shutterSeconds(shot.shutterDeg, fps)
  const flicker = shotFlicker(shot, mainsHz)
  const setup = shot.setupId ? production.setup[shot.setupId] : undefined
  const lit = setup && readSetup(production, setup).shots.find((s) => s.shot.id === shot.id)
  const safe = safeAngles({ shutterDeg: shot.shutterDeg, fps }, mainsHz, shot.screenHz).slice(0, 4)
  const set = (shutterDeg: number) => {
    commitOrSay(`Shutter ${shutterDeg}° for ${shot.code}`, [updateRecord('shot', shot.id, { shutterDeg })])
  }
  return (
    <>
      {links.map((link) => (
        <Flex key={link.name} py="4px" borderBottom="1px solid" borderColor="line" gap="8px">
          <Text color="soft" w="74px">
            {link.name === 'nd' ? 'ND' : link.name === 'iso' ? 'ISO' : link.name}
          </Text>
          <Text fontFamily="mono" fontSize="small">
            {link.says}
          </Text>
          <Text ml="auto" fontFamily="mono" fontSize="small" color={link.stops < -0.05 ? 'stop' : 'ink'}>
            {Math.abs(link.stops) < 0.05 ? '0' : `${link.stops > 0 ? '+' : '−'}${Math.abs(link.stops).toFixed(1)}`}
          </Text>
        </Flex>
      ))}
      <Reading
        name={`Against T${lens?.tStop ?? 2.8}, native ISO, 180° at ${master ? frameRateText(master.rateNum, master.rateDen) : 25} fps`}
        value={`${totalStops >= 0 ? '+' : '−'}${Math.abs(totalStops).toFixed(1)} stops`}
      />
      <Reading
        name={setup ? `Setup ${setup.letter} gives` : 'Light'}
        value={
          lit
            ? `${stopName(furthestOff(lit).stop)}, ${exposureError(furthestOff(lit).errorStops)}`
            : setup
              ? 'no mark yet'
              : 'no setup'
        }
        tone={lit && isOff(lit) ? 'stop' : undefined}
      />
      <Reading
        name={`Mains ${mainsHz} Hz`}
        value={
          flicker.verdict === 'safe'
            ? `safe at ${shutter(seconds)}`
            : flicker.verdict === 'steady'
              ? 'steady, level may drift'
              : `beats, up to ${Math.round(flicker.ripple * 100)} %`
        }
        tone={flicker.verdict === 'beats' ? 'watch' : undefined}
      />
      <Text color="soft" mt="8px" fontSize="small">
        Safe angles at {frameRateText(shot.fpsNum, shot.fpsDen)} fps, {mainsHz} Hz
        {shot.screenHz ? ` and a ${shot.screenHz} Hz screen` : ''}
      </Text>
      <Flex gap="5px" mt="4px" wrap="wrap">
        {safe.length === 0 && <Text fontSize="small">none: the rate is too high for whole cycles</Text>}
        {safe.map((angle) => (
          <Button key={angle.shutterDeg} disabled={!rights.plan} onClick={() => set(angle.shutterDeg)}>
            {Math.round(angle.shutterDeg * 10) / 10}°{' '}
            {Math.abs(angle.stops) < 0.05 ? '' : `${angle.stops > 0 ? '+' : '−'}${Math.abs(angle.stops).toFixed(1)}`}
          </Button>
        ))}
      </Flex>
      <Grid templateColumns="1fr 1fr" gap="8px" mt="12px">
        {['ndStops', 'diffusion', 'diffusionStops', 'screenHz'].map((field) => (
          <RecordField key={field} kind="shot" id={shot.id} field={field} />
        ))}
      </Grid>
    </>
  )
}

function More({ shot }: { shot: Shot }) {
  const production = useParts('shot', 'picture')
  const matched = byId(production.shot, shot.matchId)
  const pictures = Object.values(production.picture).filter(
    (p) => p.purpose === 'continuity' && (p.shotId === shot.id || (matched && p.shotId === matched.id)),
  )
  return (
    <>
      <Box mb="8px" maxW="200px">
        <RecordField kind="shot" id={shot.id} field="window" />
      </Box>
      {waterOf(shot) && (
        <Box mb="8px" maxW="200px">
          <RecordField kind="shot" id={shot.id} field="tideMin" />
        </Box>
      )}
      {shot.window === 'clock' && (
        <Flex gap="8px" mb="8px">
          <RecordField kind="shot" id={shot.id} field="windowFromMin" />
          <RecordField kind="shot" id={shot.id} field="windowToMin" />
        </Flex>
      )}
      <Grid templateColumns="1fr 1fr" gap="8px">
        {[
          'size',
          'lensId',
          'modeId',
          'squeeze',
          'cameraHeightM',
          'figure',
          'looks',
          'operatorId',
          'matchId',
          'wardrobe',
          'props',
        ].map((field) => (
          <RecordField key={field} kind="shot" id={shot.id} field={field} />
        ))}
      </Grid>
      <RecordField kind="shot" id={shot.id} field="notes" />
      {matched && <MustMatch shot={shot} matched={matched} />}
      <Section title="Continuity">
        <Flex gap="6px" wrap="wrap" mb="6px">
          {pictures.map((p) => (
            <Picture key={p.id} picture={p} width={92} />
          ))}
        </Flex>
        <DropPictures given={{ purpose: 'continuity', shotId: shot.id }}>
          Drop or take a picture of how it was
        </DropPictures>
      </Section>
    </>
  )
}

/** What an insert or pick-up has to take over from the shot it is cut into, and where it does not. */
function MustMatch({ shot, matched }: { shot: Shot; matched: Shot }) {
  const production = useParts('setup')
  const rights = useRights()
  const names = { setup: (id: string | null) => (id ? (production.setup[id]?.letter ?? '?') : 'none') }
  const rows = [
    ['Light', names.setup(shot.setupId), names.setup(matched.setupId), { setupId: matched.setupId }],
    ['Lens', `${shot.focalLengthMm} mm`, `${matched.focalLengthMm} mm`, { focalLengthMm: matched.focalLengthMm }],
    ['Shutter', `${shot.shutterDeg}°`, `${matched.shutterDeg}°`, { shutterDeg: matched.shutterDeg }],
    ['Wardrobe', shot.wardrobe || 'none', matched.wardrobe || 'none', { wardrobe: matched.wardrobe }],
  ] as const
  const off = rows.filter(([, own, wanted]) => own !== wanted)
  const take = () => {
    commitOrSay(`Match ${shot.code} to ${matched.code}`, [
      updateRecord(
        'shot',
        shot.id,
        Object.assign({}, ...off.map((row) => row[3])) as object as Record<string, unknown>,
      ),
    ])
  }
  return (
    <Section title={`Must match ${matched.code}`}>
      {rows.map(([name, own, wanted]) => (
        <Reading
          key={name}
          name={name}
          value={own === wanted ? own : `${own}, there ${wanted}`}
          tone={own === wanted ? undefined : 'watch'}
        />
      ))}
      {off.length > 0 && rights.plan && (
        <Box mt="6px">
          <Button onClick={take}>
            Take over from {matched.code}: {off.map((row) => row[0].toLowerCase()).join(', ')}
          </Button>
        </Box>
      )}
    </Section>
  )
}
