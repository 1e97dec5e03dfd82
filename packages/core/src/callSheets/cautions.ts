/**
 * What a call sheet says where a setup carries a caution. Each states the usual care and who decides; none
 * is a permission.
 */
export const CAUTION_LINES: Readonly<Record<string, string>> = {
  water: 'Water: life jackets at the edge, somebody watching who does nothing else, no mains cable within reach of it.',
  mains: 'Mains: residual current protection on every run, dry hands, a qualified person connects.',
  wind: 'Wind: frames and flags are held by a person and ballasted, and come down in gusts or whenever the person holding says so.',
  height: 'Height: nobody alone on a ladder, tools on a lanyard, nobody below.',
  heat: 'Heat: lamps and steam burn. Gloves, and let things cool before they are moved.',
  haze: 'Haze and smoke: tell the house before alarms are touched, air the room, leave it if it stings.',
  cable: 'Cable: matted across every way people walk.',
  fire: 'Fire: extinguisher at hand, one person named to watch it, the way out kept clear.',
  'moving vehicle': 'Moving vehicle: nobody rides outside, nobody walks backwards behind a camera unguided.',
}

/** Closes every list of cautions. */
export const LOCAL_RULES = 'Local rules, the maker’s limits and a qualified person decide. Say stop if unsure.'
/** From this many hours between call and wrap the drive home is named. */
export const LONG_DAY_MIN = 600
export const LONG_DAY_LINE = 'Long day: nobody drives home tired. Say so and a bed or a lift is found.'
