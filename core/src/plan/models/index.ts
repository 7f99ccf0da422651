export {
  type BatchModel,
  bulkEnd,
  type DoughModel,
  type PrefermentModel,
  type RoomBySlot,
  SHEET,
  type StandModel,
  type StrandModel,
} from './models.ts';
