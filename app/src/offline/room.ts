/** With less than this left on the device it is said, before anything fails: some hundred pictures of a visit. bytes */
export const LITTLE_ROOM = 60_000_000;

/** What is left on this device for what the application keeps. */
export interface Room {
  /** bytes */
  left: number;
  used: number;
}

/** Asks the browser; null where it does not say. */
export async function roomLeft(): Promise<Room | null> {
  const { quota, usage } = (await navigator.storage?.estimate?.().catch(() => null)) ?? {};
  return quota === undefined || usage === undefined ? null : { left: Math.max(0, quota - usage), used: usage };
}

/** Whether it has to be said that room runs out. */
export const isLittle = (room: Room | null): room is Room => room !== null && room.left < LITTLE_ROOM;
