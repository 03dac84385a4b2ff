/** Units in which the excitation of a vacuum gauge is read. */
export const EXCITATION_UNITS = ['V', 'mV', 'mA'] as const
export type ExcitationUnit = (typeof EXCITATION_UNITS)[number]
