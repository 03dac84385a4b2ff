export const HYDROSTATICS = 'hydrostatics: p = ρ·g·h, column by column'
