import { useEffect, useState } from 'react';
import { isLittle, roomLeft, type Room } from '@/offline/room';
import { watchKept } from '@/offline/watch';

/** Looked at so often, ms, and whenever something was kept. */
const EVERY_MS = 60_000;
/** Things kept one after the other are looked at together, ms. */
const TOGETHER_MS = 2000;

/** What is left on the device where it is little; null while there is enough, or nobody says. */
export function useLittleRoom(): Room | null {
  const [room, setRoom] = useState<Room | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => void roomLeft().then((found) => setRoom(isLittle(found) ? found : null));
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(look, TOGETHER_MS);
    };
    soon();
    const stop = watchKept(soon);
    const clock = setInterval(look, EVERY_MS);
    return () => {
      stop();
      clearTimeout(timer);
      clearInterval(clock);
    };
  }, []);
  return room;
}
