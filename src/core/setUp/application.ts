/** What a device can be set to reckon. */
export const APPLICATIONS = {
  pressure: 'pressure',
  level: 'level',
  'flow-drop': 'flow, drop below the cut-off',
  'flow-line': 'flow, straight line below the cut-off',
} as const
export type Application = keyof typeof APPLICATIONS
export const APPLICATION_IDS = Object.keys(APPLICATIONS) as [Application, ...Application[]] // keys of a const object

/** Whether a root is taken in the device. */
export const isFlow = (application: string): boolean => application === 'flow-drop' || application === 'flow-line'
