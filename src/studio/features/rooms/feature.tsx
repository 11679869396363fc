import type { Feature } from '@/studio/kernel/feature'
import { elementPanel } from '@/studio/kernel/panel'
import { lazily } from '@/studio/ui/lazily'
import { roomsToFind } from './find'
import { room } from './tools/room'

const RoomFields = lazily(() => import('./RoomFields').then((module) => module.RoomFields))

/** Rooms that walls and separators enclose. */
export const rooms: Feature = {
  name: 'rooms',
  finds: { things: roomsToFind },
  tools: [room],
  elements: [elementPanel('space', 'Room', RoomFields)],
}
