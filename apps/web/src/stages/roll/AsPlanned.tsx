import { Box, Flex, Text } from '@chakra-ui/react'
import { useUnits, useParts } from '../../store/selectors.ts'
import { FramePreview } from '../../ui/FramePreview.tsx'
import { SetupLetter } from '../../ui/parts.tsx'
import type { RecordOf } from '@kavrell/core/records'
import { shotSettings } from '@kavrell/core/shotlist'

/** What each camera of the slate is to be set to, before it rolls: the frame, the glass, the exposure. */
export function AsPlanned({ shots }: { shots: readonly RecordOf<'shot'>[] }) {
  const { setup, camera } = useParts('setup', 'camera')
  const units = useUnits()
  return (
    <Flex
      display={{ base: 'none', md: 'flex' }}
      gap="14px 22px"
      mt="26px"
      wrap="wrap"
      aria-label="As planned"
      role="group"
    >
      {shots.map((shot) => {
        const lit = setup[shot.setupId ?? '']
        const [glass, exposure] = shotSettings(shot, units)
        return (
          <Flex key={shot.id} gap="14px" minW="300px" flex="1 1 300px" maxW={shots.length === 1 ? undefined : '430px'}>
            <FramePreview shot={shot} width={shots.length === 1 ? 300 : 150} />
            <Box minW={0}>
              <Flex align="center" gap="8px">
                <Text fontWeight={700} fontSize="large">
                  {camera[shot.cameraId ?? '']?.letter ?? 'no camera'}
                </Text>
                <Text fontWeight={600}>{shot.code}</Text>
                {lit && <SetupLetter letter={lit.letter} colour={lit.colour} />}
              </Flex>
              <Text fontFamily="mono" fontSize="small">
                {glass}
              </Text>
              <Text fontFamily="mono" fontSize="small">
                {exposure}
              </Text>
              <Text color="soft" fontSize="small">
                {shot.sees}
              </Text>
            </Box>
          </Flex>
        )
      })}
    </Flex>
  )
}
