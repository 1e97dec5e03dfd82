import type { Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import { recordTables } from './migrations/0001-records.ts'
import { doorAndAccounts } from './migrations/0002-door-and-accounts.ts'
import { plannedCopies } from './migrations/0003-planned-copies.ts'
import { deviceClocks } from './migrations/0004-device-clocks.ts'
import { claimedJobs } from './migrations/0005-claimed-jobs.ts'
import { joining } from './migrations/0006-joining.ts'
import { prepInDepth } from './migrations/0007-prep-in-depth.ts'
import { documentJobs } from './migrations/0008-document-jobs.ts'
import { ranksAsText } from './migrations/0011-ranks-as-text.ts'
import { orderOfDates } from './migrations/0012-order-of-dates.ts'
import { issuedPapers } from './migrations/0014-issued-papers.ts'
import { sizeAndNotes } from './migrations/0015-size-and-notes.ts'
import { where } from './migrations/0017-where.ts'
import { runs } from './migrations/0018-runs.ts'
import { standIns } from './migrations/0019-stand-ins.ts'
import { lightInRooms } from './migrations/0020-light-in-rooms.ts'
import { daylight } from './migrations/0021-daylight.ts'
import { patch } from './migrations/0023-patch.ts'
import { oneCopyAtATime } from './migrations/0024-one-copy-at-a-time.ts'
import { clips } from './migrations/0025-clips.ts'
import { steps } from './migrations/0026-steps.ts'
import { batteries } from './migrations/0027-batteries.ts'
import { demands } from './migrations/0029-demands.ts'
import { ownStops } from './migrations/0030-own-stops.ts'
import { setUpAndSound } from './migrations/0031-set-up-and-sound.ts'
import { unitsRatesTides } from './migrations/0035-units-rates-tides.ts'
import { cues } from './migrations/0036-cues.ts'
import { looksAndChanges } from './migrations/0037-looks-and-changes.ts'
import { faults } from './migrations/0040-faults.ts'
import { registersAndHandOvers } from './migrations/0041-registers-and-hand-overs.ts'
import { phasesAndSignals } from './migrations/0042-phases-and-signals.ts'
import { pausedJobs } from './migrations/0043-paused-jobs.ts'
import { doorsAndBuilds } from './migrations/0044-doors-and-builds.ts'
import { takenBack } from './migrations/0045-taken-back.ts'
import { hubs } from './migrations/0048-hubs.ts'
import { copyHands } from './migrations/0049-copy-hands.ts'
import { sockets } from './migrations/0050-sockets.ts'
import { loading } from './migrations/0051-loading.ts'
import { catches } from './migrations/0047-catches.ts'
import { riders } from './migrations/0046-riders.ts'
import { packingAndSync } from './migrations/0039-packing-and-sync.ts'
import { radio } from './migrations/0038-radio.ts'
import { weatherAndWays } from './migrations/0034-weather-and-ways.ts'
import { whatShinesThere } from './migrations/0033-what-shines-there.ts'
import { lightInDepth } from './migrations/0032-light-in-depth.ts'
import { mistakenBattery } from './migrations/0028-mistaken-battery.ts'
import { moments } from './migrations/0022-moments.ts'
import { who } from './migrations/0016-who.ts'
import { whoIsNeeded } from './migrations/0013-who-is-needed.ts'
import { placedFigures } from './migrations/0009-placed-figures.ts'
import { manifests } from './migrations/0010-manifests.ts'

const MIGRATIONS: readonly (readonly [name: string, sql: string])[] = [
  ['0001-records', recordTables],
  ['0002-door-and-accounts', doorAndAccounts],
  ['0003-planned-copies', plannedCopies],
  ['0004-device-clocks', deviceClocks],
  ['0005-claimed-jobs', claimedJobs],
  ['0006-joining', joining],
  ['0007-prep-in-depth', prepInDepth],
  ['0008-document-jobs', documentJobs],
  ['0009-placed-figures', placedFigures],
  ['0010-manifests', manifests],
  ['0011-ranks-as-text', ranksAsText],
  ['0012-order-of-dates', orderOfDates],
  ['0013-who-is-needed', whoIsNeeded],
  ['0014-issued-papers', issuedPapers],
  ['0015-size-and-notes', sizeAndNotes],
  ['0016-who', who],
  ['0017-where', where],
  ['0018-runs', runs],
  ['0019-stand-ins', standIns],
  ['0020-light-in-rooms', lightInRooms],
  ['0021-daylight', daylight],
  ['0022-moments', moments],
  ['0023-patch', patch],
  ['0024-one-copy-at-a-time', oneCopyAtATime],
  ['0025-clips', clips],
  ['0026-steps', steps],
  ['0027-batteries', batteries],
  ['0028-mistaken-battery', mistakenBattery],
  ['0029-demands', demands],
  ['0030-own-stops', ownStops],
  ['0031-set-up-and-sound', setUpAndSound],
  ['0032-light-in-depth', lightInDepth],
  ['0033-what-shines-there', whatShinesThere],
  ['0034-weather-and-ways', weatherAndWays],
  ['0035-units-rates-tides', unitsRatesTides],
  ['0036-cues', cues],
  ['0037-looks-and-changes', looksAndChanges],
  ['0038-radio', radio],
  ['0039-packing-and-sync', packingAndSync],
  ['0040-faults', faults],
  ['0041-registers-and-hand-overs', registersAndHandOvers],
  ['0042-phases-and-signals', phasesAndSignals],
  ['0043-paused-jobs', pausedJobs],
  ['0044-doors-and-builds', doorsAndBuilds],
  ['0045-taken-back', takenBack],
  ['0046-riders', riders],
  ['0047-catches', catches],
  ['0048-hubs', hubs],
  ['0049-copy-hands', copyHands],
  ['0050-sockets', sockets],
  ['0051-loading', loading],
]

/** Brings the database to the newest shape, each migration in a transaction of its own. */
export async function migrate(database: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(([name, sql]) => ({
      name,
      up: () =>
        database.transaction(async (transaction) => {
          await database.query(sql, { transaction })
        }),
    })),
    storage: new SequelizeStorage({ sequelize: database }),
    logger: undefined,
  })
  await umzug.up()
}
