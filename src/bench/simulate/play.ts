/**
 * The play operator: what follows a movement only after it has been pulled by half the play. Backlash of a screw,
 * friction of a pointer.
 *
 * @param follower where the follower stands
 * @param leader where it is pulled to
 */
export function followWithPlay(follower: number, leader: number, halfPlay: number): number {
  if (leader > follower + halfPlay) return leader - halfPlay
  return leader < follower - halfPlay ? leader + halfPlay : follower
}
