import { memo } from 'react';
import Svg, { Path } from 'react-native-svg';
import type { Figure } from '@dendrix/core/figures';
import { paintColour } from './palette';
import { useTheme } from './theme';

interface Props {
  figure: Figure;
  width: number | `${number}%`;
  height: number | `${number}%`;
  /** Said by a screen reader; without it the drawing is decoration. */
  label?: string;
  /** Fill the box and cut what stands over, as a swatch does. */
  cover?: boolean;
}

/** Draws a figure of core in the colours of the theme. */
export const Drawing = memo(function Drawing({ figure, width, height, label, cover = false }: Props) {
  const { palette } = useTheme();
  return (
    <Svg
      width={width}
      height={height}
      viewBox={`0 0 ${figure.width} ${figure.height}`}
      preserveAspectRatio={cover ? 'xMidYMid slice' : 'xMidYMid meet'}
      aria-hidden={label ? undefined : true}
      {...(label ? { role: 'img' as const, 'aria-label': label } : {})}
    >
      {figure.shapes.map((shape, i) => (
        <Path
          key={i}
          d={shape.d}
          fill={paintColour(shape.fill, palette)}
          stroke={paintColour(shape.stroke, palette)}
          strokeWidth={shape.width ?? 0}
          opacity={shape.opacity ?? 1}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      ))}
    </Svg>
  );
});
