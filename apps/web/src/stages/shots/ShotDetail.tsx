import { Box, Flex, Text } from '@chakra-ui/react'
import type { RecordOf } from '@kavrell/contract'
import { shutterSeconds, slowMotion } from '@kavrell/core/exposure'
import { recordingRateMbps, takeBytes } from '@kavrell/core/media'
import { angleOfView, circleOfConfusion, depthOfField, FIGURES, figureInFrame, frameSize } from '@kavrell/core/optics'
import { captureRate } from '@kavrell/core/production'
import { masterDeliverable, readSetup, shotFlicker } from '@kavrell/core/snags'
import { useProduction } from '../../store/selectors.ts'
import { FramePreview, useTaking } from '../../ui/FramePreview.tsx'
import { degrees, exposureError, metres, rate, sayBytes, shutter, stopName } from '../../ui/format.ts'
import { Reading } from '../../ui/parts.tsx'
import { SnagList } from '../../ui/Snag.tsx'
import { RecordField } from '../../ui/RecordField.tsx'

/** Everything that follows from one line of the shot list. */
export function ShotDetail({ shot }: { shot: RecordOf<'shot'> }) {
  const production = useProduction()
  const { camera, whole, area } = useTaking(shot)
  const units = production.production.units
  const angle = angleOfView(area.used, shot.focalLengthMm)
  const size = frameSize(area.used, shot.focalLengthMm, shot.distanceM)
  const dof = depthOfField(
    {
      focalLengthMm: shot.focalLengthMm,
      fNumber: shot.tStop,
      circleOfConfusionMm: circleOfConfusion(whole.sensorWidthMm, whole.sensorHeightMm),
    },
    shot.distanceM * 1000,
  )
  const fps = captureRate(shot)
  const seconds = shutterSeconds(shot.shutterDeg, fps)
  const master = masterDeliverable(production)
  const flicker = shotFlicker(shot, production.production.mainsHz)
  const setup = shot.setupId ? production.setup[shot.setupId] : undefined
  const lit = setup && readSetup(production, setup).shots.find((s) => s.shot.id === shot.id)
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
  const used = Math.round(area.widthUsed * area.heightUsed * 100)
  return (
    <Box>
      <Flex align="baseline" gap="10px" mb="8px">
        <Text fontSize="22px" fontWeight={700}>
          {shot.code}
        </Text>
        <Text color="soft" truncate>
          {shot.sees}
        </Text>
      </Flex>
      <FramePreview shot={shot} width={298} />
      <SnagList about={(snag) => snag.about.id === shot.id} title="" />
      <Box mt="8px">
        <Reading
          name="Size"
          value={figure ? `${figure.size}, face ${Math.round(figure.faceShare * 100)} %` : 'nobody in frame'}
        />
        <Reading name="Angle of view" value={`${degrees(angle.horizontalDeg)} × ${degrees(angle.verticalDeg)}`} />
        <Reading name="Frame at subject" value={`${metres(size.widthM, units)} × ${metres(size.heightM, units)}`} />
        <Reading
          name="Sharp from"
          value={
            dof.ok
              ? `${metres(dof.value.nearMm / 1000, units)} to ${metres(dof.value.farMm / 1000, units)}`
              : `focus is nearer than ${shot.focalLengthMm} mm`
          }
          tone={dof.ok ? undefined : 'stop'}
        />
        <Reading name="Hyperfocal" value={dof.ok ? metres(dof.value.hyperfocalMm / 1000, units) : '—'} />
        <Reading name="Shutter" value={`${shot.shutterDeg}°, ${shutter(seconds)}`} />
        <Reading
          name={setup ? `Setup ${setup.letter} gives` : 'Light'}
          value={lit ? `${stopName(lit.stop)}, ${exposureError(lit.errorStops)}` : setup ? 'no mark yet' : 'no setup'}
          tone={lit && lit.errorStops < -0.33 ? 'stop' : undefined}
        />
        <Reading
          name={`Mains ${production.production.mainsHz} Hz`}
          value={
            flicker.verdict === 'safe'
              ? `safe at ${shutter(seconds)}`
              : flicker.verdict === 'steady'
                ? 'steady, level may drift'
                : `beats, up to ${Math.round(flicker.ripple * 100)} %`
          }
          tone={flicker.verdict === 'beats' ? 'watch' : undefined}
        />
        {slow && Math.abs(slow.factor - 1) > 0.01 && (
          <Reading
            name={slow.factor > 1 ? 'Slow motion' : 'Fast motion'}
            value={`${slow.factor.toFixed(slow.factor >= 10 ? 0 : 1)}×, ${shot.takeSeconds} s plays ${Math.round(slow.screenSeconds)} s`}
          />
        )}
        {used < 100 && <Reading name="Kept of the sensor" value={`${used} %`} />}
        <Reading
          name={`Data, ${shot.takesExpected} × ${shot.takeSeconds} s at ${rate(shot.fpsNum, shot.fpsDen)} fps`}
          value={bytes === null ? 'no camera' : sayBytes(bytes)}
        />
      </Box>
      {shot.window === 'clock' && (
        <Flex gap="8px" mt="10px">
          <RecordField kind="shot" id={shot.id} field="windowFromMin" />
          <RecordField kind="shot" id={shot.id} field="windowToMin" />
        </Flex>
      )}
      <Flex gap="8px" mt="10px">
        <RecordField kind="shot" id={shot.id} field="ndStops" />
        <RecordField kind="shot" id={shot.id} field="squeeze" />
      </Flex>
    </Box>
  )
}
