/** Said wherever the work on the instrument is led. */
export const STANDING_LINE =
  'The site’s permit, local codes and licensed practice decide how the work is done. Barys records; it does not make anything safe.'
