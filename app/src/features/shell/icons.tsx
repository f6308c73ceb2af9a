import Svg, { Circle, Path } from 'react-native-svg';

export type IconName = 'today' | 'map' | 'visit' | 'review' | 'library' | 'more';

/** Pen strokes in a 24 by 24 box. */
const STROKES: Record<IconName, string> = {
  // A leaf with the day's walk as its vein.
  today: 'M4 20C4 9 10 4 20 4c0 10-5 16-16 16zM4 20L14 10',
  // A street bend between two tree dots.
  map: 'M3 18c5 0 4-5 9-5s4-6 9-7',
  // A pencil mark on a stem.
  visit: 'M12 5v14M5 12h14',
  // Two looks that cross at one mark.
  review: 'M2 12c3-5 6-7 10-7s7 2 10 7c-3 5-6 7-10 7S5 17 2 12z',
  // An open book with a leaf's midrib as its spine.
  library: 'M12 6C9 4 6 4 3 5v14c3-1 6-1 9 1c3-2 6-2 9-1V5c-3-1-6-1-9 1zM12 6v14',
  more: 'M4 7h16M4 12h16M4 17h10',
};

export function Icon({ name, colour, size = 24 }: { name: IconName; colour: string; size?: number }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path d={STROKES[name]} stroke={colour} strokeWidth={2.1} fill="none" strokeLinecap="round" strokeLinejoin="round" />
      {name === 'map' ? (
        <>
          <Circle cx={6} cy={9} r={2.6} fill={colour} />
          <Circle cx={17} cy={17} r={2.6} fill={colour} />
        </>
      ) : null}
      {name === 'review' ? <Circle cx={12} cy={12} r={3} fill={colour} /> : null}
    </Svg>
  );
}
