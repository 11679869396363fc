import type { Member } from './schema'

/** A member with start and end changed, which lies as it lay: its section is seen from the other side. */
export function swapped(member: Member): Member {
  const { start, end, startAsideMm, endAsideMm, startJoint, endJoint, ...rest } = member
  return {
    ...rest,
    start: end,
    end: start,
    startAsideMm: endAsideMm,
    endAsideMm: startAsideMm,
    mirrored: !member.mirrored,
    turnRad: -member.turnRad,
    ...(endJoint && { startJoint: endJoint }),
    ...(startJoint && { endJoint: startJoint }),
  }
}
