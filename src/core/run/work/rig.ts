/** What is brought to the instrument: the hose of pump and reference, and the pump. */
export type Rig = {
  readonly hose: 'off' | 'on'
  /** `vented`: its own vent is open, so that it holds no pressure. */
  readonly pump: 'vented' | 'at-work'
}

/** Nothing is connected yet. */
export const NO_RIG: Rig = { hose: 'off', pump: 'vented' }
