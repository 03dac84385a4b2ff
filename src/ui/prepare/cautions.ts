/** What to think of before a pressure instrument is opened. Short; the site's permit says the rest. */
export const CAUTIONS = [
  'Work permit, area classification and intrinsic safety of the loop are settled with the site.',
  'Controller to manual; trips and interlocks that see this signal are told.',
  'Eye protection. Steam, hot, toxic or high-pressure fluid is vented by the site’s procedure only.',
  'Close the block valves, open the equalising valve, vent both sides slowly to zero.',
  'With a wet or filled leg, equalising or venting can lose the fill: refill it before return to service.',
  'Meter on mA with its leads in the right jacks, supply in series, leak check done, warmed up.',
  'Wind the pump’s fine adjuster out with its vent open, so that it has travel left.',
] as const

/** Said wherever the cautions are. */
export const STANDING_LINE =
  'The site’s permit, local codes and licensed practice decide how the work is done. Barys records; it does not make anything safe.'
