// Loaded before anything else into a server of a campaign: its clock goes wrong by as much as BARYS_CLOCK_SHIFT_MS says.
const shift = Number(process.env.BARYS_CLOCK_SHIFT_MS ?? 0)
const RealDate = Date
globalThis.Date = class extends RealDate {
  // Its own and not inherited: what puts a Date of its own before this one takes what is its own.
  static UTC = RealDate.UTC
  static parse = RealDate.parse
  /** @param {any[]} parts */
  constructor(...parts) {
    if (parts.length === 0) super(RealDate.now() + shift)
    else super(.../** @type {[any]} */ (parts))
  }
  static now() {
    return RealDate.now() + shift
  }
}
