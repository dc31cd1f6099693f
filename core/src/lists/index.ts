/*
 * What a shop brings along as tables: people, types, torques, parts, vehicles with their customers. Outside core's index,
 * because only the pages and the routes of lists need it.
 */
import { PART_LIST } from './parts';
import { PEOPLE_LIST } from './people';
import { TORQUE_LIST } from './torques';
import { TYPE_LIST } from './types';
import { VEHICLE_LIST } from './vehicles';

export * from './list';
export * from './match';
export * from './read';
export type { ListedPerson } from './people';
export type { ListedTorque } from './torques';
export type { ListedCustomer, ListedVehicle } from './vehicles';

export const LISTS = {
  people: PEOPLE_LIST,
  types: TYPE_LIST,
  torques: TORQUE_LIST,
  parts: PART_LIST,
  vehicles: VEHICLE_LIST,
} as const;
