import { Box, Flex, Text } from '@chakra-ui/react'
import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { FolderAnswer } from '@kavrell/core/checksums'
import { counted, sayBytes } from '@kavrell/core/text'
import { ChooseFiles } from '../../ui/fields.tsx'
import { Bar, Button, Section } from '../../ui/parts.tsx'
import type { HashApi } from '../../workers/hash.worker.ts'
import { LookAtSome } from './LookAtSome.tsx'
import { checkDropped, type Digester, type DroppedFile, filesDropped } from './checkFolder.ts'

/** Reading and digesting overlap with two; more only wait for the same drive. */
const LANES = 2

function openDigester(): { readonly digester: Digester; readonly close: () => void } {
  const workers = Array.from({ length: LANES }, () => new Worker(new URL('../../workers/hash.worker.ts', import.meta.url), { type: 'module' })) // prettier-ignore
  const remotes = workers.map((worker): Remote<HashApi> => wrap<HashApi>(worker))
  return {
    digester: {
      lanes: LANES,
      ofText: (text, name) => remotes[0]!.ofText(text, name),
      ofFile: (lane, file, name, onBytes) => remotes[lane]!.ofFile(file, name, proxy(onBytes)),
    },
    close: () => workers.forEach((worker) => worker.terminate()),
  }
}
type Opened = ReturnType<typeof openDigester>

type Stand = { readonly done: number; readonly total: number; readonly perS: number }
const MOST_TOLD = 12

/** A folder, on any drive of this computer, held against the lists and the history in it. Nothing is sent anywhere. */
export function CheckFolder() {
  const [stand, setStand] = useState<Stand | null>(null)
  const [answers, setAnswers] = useState<readonly FolderAnswer[] | null>(null)
  const [looked, setLooked] = useState<readonly DroppedFile[]>([])
  const [says, setSays] = useState('')
  const [isOver, setIsOver] = useState(false)
  /** Opened when somebody is about to need it: what it takes to start is not waited for then. */
  const opened = useRef<Opened | null>(null)
  const turn = useRef(0)
  const getReady = () => (opened.current ??= openDigester())
  const end = () => {
    turn.current++
    opened.current?.close()
    opened.current = null
  }
  useEffect(() => end, [])

  const check = async (files: readonly DroppedFile[]) => {
    if (stand) end()
    setAnswers(null)
    setLooked([])
    if (files.length === 0) return setSays('There is no file in it.')
    setSays('')
    const mine = ++turn.current
    const { digester } = getReady()
    const began = performance.now()
    let told = 0
    const tell = (done: number, total: number) => {
      const now = performance.now()
      if (now - told < 200 && done < total) return
      told = now
      setStand({ done, total, perS: done / Math.max(0.2, (now - began) / 1000) })
    }
    tell(0, files.reduce((sum, { file }) => sum + file.size, 0)) // prettier-ignore
    const found = await checkDropped(files, digester, tell)
    if (turn.current !== mine) return
    setStand(null)
    setAnswers(found)
    setLooked(files)
  }
  const begin = (files: Promise<readonly DroppedFile[]>) => {
    files.then(check).catch((error: unknown) => {
      setStand(null)
      setSays(`It could not be read: ${error instanceof Error ? error.message : String(error)}.`)
    })
  }
  const stop = () => {
    end()
    setStand(null)
    setSays('Stopped. Nothing is said of what was not read.')
  }
  return (
    <Section title="Check a folder against its lists">
      <Box
        border="1px dashed"
        borderColor={isOver ? 'action' : 'line'}
        bg={isOver ? 'tint' : undefined}
        px="12px"
        py="10px"
        onPointerEnter={getReady}
        onFocus={getReady}
        onDragEnter={getReady}
        onDragOver={(e) => {
          e.preventDefault()
          setIsOver(true)
        }}
        onDragLeave={() => setIsOver(false)}
        onDrop={(e) => {
          e.preventDefault()
          setIsOver(false)
          // Entries are gone once this returns.
          const entries = Array.from(e.dataTransfer.items).flatMap((item) => item.webkitGetAsEntry() ?? [])
          begin(filesDropped(entries))
        }}
      >
        <Flex gap="12px" align="center" wrap="wrap">
          <ChooseFiles
            label="Folder to check"
            folder
            most={1_000_000}
            onFiles={(files) =>
              begin(Promise.resolve(files.map((file) => ({ path: file.webkitRelativePath || file.name, file }))))
            }
          >
            Choose a folder
          </ChooseFiles>
          <Text color="soft" fontSize="small" flex="1 1 200px">
            or drop one here: a copy, or a whole drive. It is read on this computer and goes nowhere.
          </Text>
        </Flex>
      </Box>
      {stand && (
        <Box mt="8px" role="status">
          <Flex gap="12px" align="baseline">
            <Text fontWeight={600}>
              Reading {sayBytes(stand.done)} of {sayBytes(stand.total)}
            </Text>
            <Text fontFamily="mono" fontSize="small">
              {sayBytes(stand.perS)}/s
            </Text>
            <Button ml="auto" kind="stop" onClick={stop}>
              Stop
            </Button>
          </Flex>
          <Bar share={stand.total > 0 ? stand.done / stand.total : 0} label="Read" />
        </Box>
      )}
      {says !== '' && <Text mt="6px">{says}</Text>}
      {answers?.map((answer) => (
        <Answered key={answer.folder} answer={answer} />
      ))}
      <LookAtSome files={looked} />
    </Section>
  )
}

function Answered({ answer }: { answer: FolderAnswer }) {
  const { folder, same, whole, files, bytes, problems, notes } = answer
  const what = `${folder || 'What was dropped'}: ${counted(files, 'file')}, ${sayBytes(bytes)}`
  const says = same
    ? whole
      ? `${what}, as listed, and none is missing`
      : `${what}, as listed; whether the list is whole nobody knows`
    : problems.length === 1 && files === 0
      ? `${folder || 'What was dropped'}: nothing was compared`
      : `${what} read; not as listed`
  return (
    <Box mt="10px" data-checked={folder}>
      <Text fontSize="lead" fontWeight={700} color={same ? (whole ? 'safe' : 'watch') : 'stop'}>
        {says}
      </Text>
      {problems.slice(0, MOST_TOLD).map((problem) => (
        <Text key={problem} color="stop">
          {problem}
        </Text>
      ))}
      {problems.length > MOST_TOLD && <Text color="stop">and {problems.length - MOST_TOLD} more.</Text>}
      {notes.slice(0, MOST_TOLD).map((note) => (
        <Text key={note} color="soft" fontSize="small">
          {note}
        </Text>
      ))}
      {same && (
        <Text color="soft" fontSize="note">
          As the browser read it, which may be from this computer’s memory of what was written. By the lists that lie
          there: whoever can change the files can change the lists. Whether a card may be wiped is said above.
        </Text>
      )}
    </Box>
  )
}
