import { parentPort, workerData } from 'node:worker_threads'
import { readSnapshot, type SnapshotOnTheWay } from '@kavrell/contract'
import { productionOf } from '@kavrell/core/records'
import { standingOf } from '@kavrell/core/snags'

/** Judges a whole production in a thread of its own: every check looks at all of it. */
const { rows, today } = workerData as { rows: string; today: string }
const { records } = readSnapshot({ rows: JSON.parse(rows) as SnapshotOnTheWay['rows'] } as SnapshotOnTheWay)
const production = productionOf(records)
parentPort!.postMessage(production ? standingOf(production, today) : null)
