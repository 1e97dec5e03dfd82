import { Flex } from '@chakra-ui/react'
import type { RefObject } from 'react'
import { say } from '../store/production.ts'
import { Button } from '../ui/parts.tsx'
import { PLAN_FORMATS, savePlan } from './planFile.ts'

/** A plan as a file, from the very layers that are on the screen. */
export const SavePlan = ({ svg, name }: { svg: RefObject<SVGSVGElement | null>; name: string }) => (
  <Flex gap="12px" align="baseline">
    {PLAN_FORMATS.map((format) => (
      <Button
        key={format}
        kind="word"
        onClick={() => {
          if (svg.current) savePlan(svg.current, name, format).catch((error: Error) => say(`${error.message}.`, 'stop'))
        }}
      >
        {format.toUpperCase()}
      </Button>
    ))}
  </Flex>
)
