import { createRecord, type Moment, type MomentEvent } from '@kavrell/core/records'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'
import { productionNow } from '../../store/selectors.ts'

/** Adds what happened, with the moment by the clock that all share. */
export function logMoment(
  label: string,
  moment: Moment,
  fields: Partial<Pick<MomentEvent, 'type' | 'momentCameraId' | 'handId' | 'catchId' | 'takesBackId'>>,
) {
  const { at, deviceAt } = stamp()
  commitOrSay(label, [
    createRecord('momentEvent', { momentId: moment.id, happenedAt: at, deviceAt, ...fields }, newId()),
    // Its cues are gone through from then on: the real thing is logged as a rehearsal is.
    ...(fields.type === 'begun' && Object.values(productionNow().cue).some((cue) => cue.momentId === moment.id)
      ? [createRecord('rehearsal', { momentId: moment.id, beganAt: at, deviceAt }, newId())]
      : []),
  ])
}
