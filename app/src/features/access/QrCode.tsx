import qrcode from 'qrcode-generator';
import { useMemo } from 'react';
import { View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';

/** Modules of quiet about a code (ISO/IEC 18004 asks for four). */
const QUIET = 4;

/** A text as a QR code (ISO/IEC 18004), dark on light whatever the theme: cameras read it so. */
export function QrCode({ text, label, size = 208 }: { text: string; label: string; size?: number }) {
  const { d, edge } = useMemo(() => {
    // 0: the smallest that holds it.
    const code = qrcode(0, 'M');
    code.addData(text);
    code.make();
    const count = code.getModuleCount();
    let path = '';
    for (let row = 0; row < count; row++)
      for (let column = 0; column < count; column++) if (code.isDark(row, column)) path += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
    return { d: path, edge: count + 2 * QUIET };
  }, [text]);
  return (
    <View className="self-start border border-rule">
      <Svg width={size} height={size} viewBox={`0 0 ${edge} ${edge}`} role="img" aria-label={label}>
        <Rect x={0} y={0} width={edge} height={edge} fill="#ffffff" />
        <Path d={d} fill="#000000" />
      </Svg>
    </View>
  );
}
