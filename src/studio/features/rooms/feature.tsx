import type { Feature } from '@/studio/kernel/feature'
import { elementPanel } from '@/studio/kernel/panel'
import { RoomFields } from './RoomFields'
import { room } from './tools/room'

/** Rooms that walls and separators enclose. */
export const rooms: Feature = {
  name: 'rooms',
  tools: [room],
  elements: [elementPanel('space', 'Room', RoomFields)],
}
