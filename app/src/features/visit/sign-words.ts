import type { SignSeen } from '@dendrix/core/contracts';

const size = (m: number) => (m < 0.1 ? `${(m * 1000).toFixed(0)} mm` : m < 1 ? `${(m * 100).toFixed(0)} cm` : `${m.toFixed(1)} m`);

/** The recorded fields of a sign in words: "at 1.4 m, 14 cm open, larger". */
export function signWords(sign: SignSeen): string {
  const parts = [
    sign.kind?.replaceAll('-', ' '),
    sign.size,
    sign.height !== undefined ? `at ${sign.height.toFixed(1)} m` : undefined,
    sign.opening !== undefined ? `${size(sign.opening)} open` : undefined,
    sign.width !== undefined ? `${size(sign.width)} wide` : undefined,
    sign.length !== undefined ? `${size(sign.length)} long` : undefined,
    sign.depth !== undefined ? `${size(sign.depth)} deep` : undefined,
    sign.percent !== undefined ? `${sign.percent} %` : undefined,
    sign.cover !== undefined ? `${sign.cover} % of the bark` : undefined,
    sign.count !== undefined ? `${sign.count} of them` : undefined,
    sign.angle !== undefined ? `${sign.angle.toFixed(0)}°` : undefined,
    sign.where?.replaceAll('-', ' '),
    sign.part,
    sign.trend,
    sign.note,
  ].filter((part): part is string => part !== undefined && part !== '');
  return parts.join(', ');
}
