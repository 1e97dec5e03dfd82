import { type Deliverable, type Production, inOrder } from '../records/index.ts'

/** Deliverables in the order they are listed in. */
export const deliverablesInOrder = (production: Production): Deliverable[] => inOrder(production.deliverable)

/** The deliverable that every screen crops and counts to: the first one. */
export const masterDeliverable = (production: Production): Deliverable | undefined => deliverablesInOrder(production)[0]
