import { useState } from 'react'
import { say } from '../../store/production.ts'

/** Something that is asked of the server, once at a time; what goes wrong is said. */
export function useAct() {
  const [busy, setBusy] = useState(false)
  const act = async (work: () => Promise<unknown>) => {
    setBusy(true)
    try {
      await work()
    } catch (error) {
      say((error as Error).message, 'stop')
    } finally {
      setBusy(false)
    }
  }
  return { busy, act: (work: () => Promise<unknown>) => void act(work) }
}
