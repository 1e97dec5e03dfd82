export { faultsOf, faultyId, faultyThing, type Isolation, isolationOf, USUAL_PARTS, type Verdict } from './faults.ts'
