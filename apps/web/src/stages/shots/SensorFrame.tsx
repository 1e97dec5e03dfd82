import { Box, Text } from '@chakra-ui/react'
import { useProduction } from '../../store/selectors.ts'
import type { RecordOf } from '@kavrell/core/records'
import { takingOfShot } from '@kavrell/core/shotlist'

const WIDTH = 150

/** The delivered frame inside the sensor as it is read, before and after the squeeze is taken out. */
export function SensorFrame({ shot }: { shot: RecordOf<'shot'> }) {
  const { whole, area, aspect, mode, camera } = takingOfShot(useProduction(), shot)
  const lost = 1 - area.widthUsed * area.heightUsed
  const height = (WIDTH * whole.sensorHeightMm) / whole.sensorWidthMm
  const w = WIDTH * area.widthUsed,
    h = height * area.heightUsed
  const pixels =
    mode && mode.widthPx > 0
      ? `, ${Math.round(mode.widthPx * area.widthUsed)} × ${Math.round(mode.heightPx * area.heightUsed)} px left`
      : ''
  return (
    <Box mt="12px" display="flex" gap="12px" alignItems="center">
      <svg
        width={WIDTH}
        height={height}
        role="img"
        aria-label={`${Math.round(lost * 100)} % of the sensor is cropped away`}
        style={{ flexShrink: 0 }}
      >
        <rect width={WIDTH} height={height} fill="var(--chakra-colors-frame-back)" />
        <rect x={(WIDTH - w) / 2} y={(height - h) / 2} width={w} height={h} fill="var(--chakra-colors-action)" />
        {whole.squeeze > 1 && (
          <ellipse
            cx={WIDTH / 2}
            cy={height / 2}
            rx={(h * 0.3) / whole.squeeze}
            ry={h * 0.3}
            fill="none"
            stroke="white"
            strokeWidth={1.5}
          />
        )}
      </svg>
      <Text fontSize="note" color="soft">
        {mode?.name ?? camera?.name ?? 'Sensor'}, {whole.sensorWidthMm} × {whole.sensorHeightMm} mm.
        {whole.squeeze > 1 ? ` Unsqueezed ${area.unsqueezedAspect.toFixed(2)} : 1.` : ''}{' '}
        {lost < 0.005 ? 'All of it' : `${Math.round(lost * 100)} % lost`} at {aspect.toFixed(2)} : 1{pixels}.
      </Text>
    </Box>
  )
}
