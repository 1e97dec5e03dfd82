import type { Place, RecordFields } from '../records/index.ts'

/** What is usual on the sockets of a country. */
export interface Mains {
  readonly hz: 50 | 60
  readonly volts: number
}

/** What a production begins with where it is made; every line of it can be changed in its house rules. */
export type Customs = Pick<RecordFields<'production'>, 'mainsHz' | 'mainsVolts' | 'units' | 'paper' | 'dateOrder'>

/** American zones whose mains run at 50 Hz; all others there run at 60 Hz. */
const AMERICA_AT_50 =
  /^America\/(?:Argentina\/.*|Buenos_Aires|Asuncion|Barbados|Cayenne|Curacao|Coyhaique|Danmarkshavn|Godthab|Grenada|Guadeloupe|Jamaica|La_Paz|Martinique|Miquelon|Montevideo|Nuuk|Punta_Arenas|Santiago|Scoresbysund|St_Lucia|St_Vincent|Thule)$/
/** American zones at 60 Hz with 220 V and more; Brazil has both 127 and 220 V, and is asked about with the higher one. */
const AMERICA_AT_220 =
  /^America\/(?:Lima|Antigua|St_Kitts|Montserrat|Guyana|Araguaina|Bahia|Belem|Boa_Vista|Campo_Grande|Cuiaba|Eirunepe|Fortaleza|Maceio|Manaus|Noronha|Porto_Velho|Recife|Rio_Branco|Santarem|Sao_Paulo)$/
const UNITED_STATES =
  /^(?:US\/.*|America\/(?:Adak|Anchorage|Boise|Chicago|Denver|Detroit|Indiana\/.*|Indianapolis|Juneau|Kentucky\/.*|Los_Angeles|Menominee|Metlakatla|New_York|Nome|North_Dakota\/.*|Phoenix|Puerto_Rico|Sitka|Yakutat)|Pacific\/(?:Honolulu|Guam|Pago_Pago|Saipan))$/
const CANADA =
  /^(?:Canada\/.*|America\/(?:Cambridge_Bay|Creston|Dawson|Dawson_Creek|Edmonton|Fort_Nelson|Glace_Bay|Goose_Bay|Halifax|Inuvik|Iqaluit|Moncton|Rankin_Inlet|Regina|Resolute|St_Johns|Swift_Current|Toronto|Vancouver|Whitehorse|Winnipeg))$/
const LETTER_TOO =
  /^America\/(?:Mexico_City|Monterrey|Tijuana|Cancun|Merida|Bogota|Caracas|Santiago|Panama|Costa_Rica|Guatemala|San_Juan)$|^Asia\/Manila$/
const YEAR_FIRST =
  /^Asia\/(?:Tokyo|Seoul|Pyongyang|Shanghai|Urumqi|Harbin|Chongqing|Hong_Kong|Macau|Taipei|Tehran|Ulaanbaatar|Hovd)$|^Europe\/(?:Budapest|Vilnius|Stockholm)$/
const ELSEWHERE: Readonly<Record<string, Mains>> = {
  'America/Jamaica': { hz: 50, volts: 110 },
  'America/Barbados': { hz: 50, volts: 115 },
  'America/Curacao': { hz: 50, volts: 127 },
  'Asia/Seoul': { hz: 60, volts: 220 },
  'Asia/Taipei': { hz: 60, volts: 110 },
  'Asia/Manila': { hz: 60, volts: 220 },
  'Asia/Riyadh': { hz: 60, volts: 230 },
  'Asia/Pyongyang': { hz: 60, volts: 220 },
  'Pacific/Honolulu': { hz: 60, volts: 120 },
  'Pacific/Guam': { hz: 60, volts: 110 },
  'Pacific/Saipan': { hz: 60, volts: 115 },
  'Pacific/Pago_Pago': { hz: 60, volts: 120 },
  'Pacific/Palau': { hz: 60, volts: 120 },
  'Pacific/Majuro': { hz: 60, volts: 120 },
  'Pacific/Kwajalein': { hz: 60, volts: 120 },
  'Pacific/Chuuk': { hz: 60, volts: 120 },
  'Pacific/Pohnpei': { hz: 60, volts: 120 },
  'Pacific/Kosrae': { hz: 60, volts: 120 },
}
/** Japan's two nets meet at the Fuji river, about here; 100 V on both sides of it. */
const FUJI_RIVER_DEG = 138.6
const OF_A_COUNTRY = /^(?:Africa|America|Antarctica|Arctic|Asia|Atlantic|Australia|Canada|Europe|Indian|Pacific|US)\//

/**
 * What mains usually give where a place is, by its time zone; null where the zone is of no country, or where it takes
 * the place on the map to tell and nobody has said it. Nominal figures: what is on a socket is said by who looks after it.
 * @param timeZone an IANA name
 */
export function usualMains({ timeZone, longitudeDeg }: Pick<Place, 'timeZone' | 'longitudeDeg'>): Mains | null {
  if (timeZone === 'Asia/Tokyo' || timeZone === 'Japan')
    return longitudeDeg === null ? null : { hz: longitudeDeg > FUJI_RIVER_DEG ? 50 : 60, volts: 100 }
  if (!OF_A_COUNTRY.test(timeZone)) return null
  const known = ELSEWHERE[timeZone]
  if (known) return known
  const isAmerican = /^(?:America|US|Canada)\//.test(timeZone)
  if (!isAmerican || AMERICA_AT_50.test(timeZone)) return { hz: 50, volts: timeZone.startsWith('America/') ? 220 : 230 }
  return { hz: 60, volts: AMERICA_AT_220.test(timeZone) ? 220 : 120 }
}

/** What is customary where a time zone is: mains, units, paper and the order of a date. */
export function customsOf(timeZone: string): Customs {
  const mains = usualMains({ timeZone, longitudeDeg: null }) ?? { hz: 50, volts: timeZone === 'Asia/Tokyo' ? 100 : 230 }
  const isUs = UNITED_STATES.test(timeZone)
  const isCanada = CANADA.test(timeZone)
  return {
    mainsHz: mains.hz,
    mainsVolts: mains.volts,
    units: isUs ? 'feet' : 'metric',
    paper: isUs || isCanada || LETTER_TOO.test(timeZone) ? 'Letter' : 'A4',
    dateOrder: isUs ? 'month first' : isCanada || YEAR_FIRST.test(timeZone) ? 'year first' : 'day first',
  }
}
