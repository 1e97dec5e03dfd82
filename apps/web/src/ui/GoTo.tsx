import { useNavigate } from 'react-router'
import { useProductionStore } from '../store/production.ts'
import { Button } from './parts.tsx'

/** Leads to another stage, where what is wanted here begins. */
export function GoTo({ stage, children }: { stage: string; children: string }) {
  const navigate = useNavigate()
  const productionId = useProductionStore((s) => s.productionId)
  return (
    <Button kind="main" onClick={() => void navigate(`/p/${productionId}/${stage}`)}>
      {children}
    </Button>
  )
}
