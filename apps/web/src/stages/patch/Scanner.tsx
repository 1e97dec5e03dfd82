import { Box, Flex, Text } from '@chakra-ui/react'
import Papa from 'papaparse'
import { useState } from 'react'
import { ENDPOINTS } from '@kavrell/contract'
import type { RadioPlan } from '@kavrell/core/patch'
import { noiseOf, readScan, thinned } from '@kavrell/core/radio'
import { createRecord, MOST_LEVELS } from '@kavrell/core/records'
import { counted, stretch } from '@kavrell/core/text'
import { ask } from '../../store/api.ts'
import { stamp, useBoxTime } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay, say, useProductionStore } from '../../store/production.ts'
import { useRecords, useRights } from '../../store/selectors.ts'
import { ChooseFile } from '../../ui/fields.tsx'
import { Button } from '../../ui/parts.tsx'

type Levels = readonly (readonly [number, number])[]

function keep(levels: Levels, from: string): void {
  const { at, deviceAt } = stamp()
  commitOrSay(`What ${from} heard`, [createRecord('radioScan', { levels: [...levels], from, scannedAt: at, deviceAt }, newId())]) // prettier-ignore
}

/** What a scanner hears in the bands, and what of it nobody has listed. */
export function Scanner({ plan: { unlisted, scannedAt } }: { plan: RadioPlan }) {
  const productionId = useProductionStore((s) => s.productionId)!
  const scans = useRecords('radioScan')
  const rights = useRights()
  const nowMs = useBoxTime(0.1)
  const [asking, setAsking] = useState(false)
  const last = Object.values(scans).find((scan) => scan.scannedAt === scannedAt)
  const scan = async () => {
    setAsking(true)
    try {
      keep((await ask(ENDPOINTS.scanRadio, { productionId }, {})).levels, 'the scanner')
    } catch (error) {
      say((error as Error).message, 'stop')
    } finally {
      setAsking(false)
    }
  }
  const bring = async (file: File) => {
    const cells = Papa.parse<string[]>((await file.text()).trim(), { skipEmptyLines: 'greedy', delimitersToGuess: ['\t', ';', ','] }).data // prettier-ignore
    const read = readScan(cells)
    if (!read.ok) return say(`${file.name} is not read. ${read.error}`, 'stop')
    keep(thinned(read.value, MOST_LEVELS).points.map(({ kHz, dBm }) => [kHz, dBm] as const), file.name) // prettier-ignore
  }
  return (
    <Box mt="14px" data-scanner>
      <Flex gap="10px" align="center" wrap="wrap">
        <Text fontWeight={700}>Heard on the air</Text>
        <Text color="soft">
          {scannedAt === null
            ? 'Nobody has scanned yet: what else transmits here is not known.'
            : `${stretch(Math.max(1, Math.round((nowMs - Date.parse(scannedAt)) / 60_000)))} ago; ${unlisted.length === 0 ? 'nothing stood out that is not listed.' : `${counted(unlisted.length, 'carrier')} not listed.`}`}
        </Text>
        {rights.log && (
          <Flex gap="8px" ml="auto">
            <Button disabled={asking} onClick={() => void scan()}>
              Scan the bands
            </Button>
            <ChooseFile label="Scan from a file" accept=".csv,.txt,.tsv" onFile={(file) => void bring(file)}>
              From a file
            </ChooseFile>
          </Flex>
        )}
      </Flex>
      {last && last.levels.length > 2 && <Spectrum levels={last.levels} />}
      {unlisted.map(({ fromKHz, toKHz, atKHz, dBm }) => (
        <Flex key={atKHz} gap="10px" py="4px" align="center" borderBottom="1px solid" borderColor="line">
          <Text fontFamily="mono" fontWeight={700}>
            {atKHz / 1000} MHz
          </Text>
          <Text color="soft" flex="1">
            {dBm.toFixed(0)} dBm, {toKHz - fromKHz} kHz wide
          </Text>
          {rights.plan && (
            <Button
              onClick={() => commitOrSay(`List what is heard at ${atKHz / 1000} MHz`, [createRecord('radioStation', { name: `Heard at ${atKHz / 1000} MHz`, fromMHz: fromKHz / 1000, toMHz: toKHz / 1000 }, newId())])}
            >
              List it
            </Button>
          )}
        </Flex>
      ))}
    </Box>
  )
} // prettier-ignore

/** Levels over frequency, as a receiver draws them; one line, and where the noise is. */
function Spectrum({ levels }: { levels: Levels }) {
  const [width, height] = [800, 90]
  const [first, end] = [levels[0]![0], levels.at(-1)![0]]
  const noise = noiseOf({ points: levels.map(([kHz, dBm]) => ({ kHz, dBm })) })
  const top = Math.max(...levels.map(([, dBm]) => dBm), noise + 20)
  const x = (kHz: number) => ((kHz - first) / Math.max(1, end - first)) * width
  const y = (dBm: number) => height - 4 - ((dBm - noise + 10) / (top - noise + 10)) * (height - 8)
  return (
    <Box my="6px" color="action">
      <svg viewBox={`0 0 ${width} ${height}`} width="100%" height={height} preserveAspectRatio="none" role="img" aria-label={`Levels from ${first / 1000} to ${end / 1000} MHz`}>
        <polyline points={levels.map(([kHz, dBm]) => `${x(kHz).toFixed(1)},${y(dBm).toFixed(1)}`).join(' ')} fill="none" stroke="currentColor" strokeWidth="1.2" vectorEffect="non-scaling-stroke" />
      </svg>
      <Flex justify="space-between" fontSize="tiny" color="soft" fontFamily="mono">
        <span>{first / 1000} MHz</span>
        <span>noise {noise.toFixed(0)} dBm</span>
        <span>{end / 1000} MHz</span>
      </Flex>
    </Box>
  )
} // prettier-ignore
