import { View } from 'react-native';
import { capital } from '@dendrix/core/words';
import { dayWords } from '@/features/shell/words';
import { Body, Small, Strong } from '@/ui/text';
import { ratingWords } from '@dendrix/core/words/stored';
import { t } from '@/words/record';

/** A colour and a share of the way for how bad a band is; the word says it, the colour only helps. */
const tone = (rank: number, last: number) =>
  rank < 0 ? 'bg-transparent' : rank === 0 ? 'bg-lichen' : rank >= last - 2 ? 'bg-oxide' : 'bg-sulphur';

interface Props {
  label: string;
  bands: readonly string[];
  judged: { band: string; reasons: string[] };
  short?: boolean;
  /** The reasons are told elsewhere. */
  bare?: boolean;
  /** Day of an older visit that judged it, when the last one did not. ISO date */
  since?: string | undefined;
}

/** One scale: its word, the place on the scale, and the reasons. A band beside the scale ("on what was looked at") leaves it blank. */
export function Scale({ label, bands, judged, short = false, bare = false, since }: Props) {
  const rank = bands.indexOf(judged.band);
  return (
    <View className="gap-1" role="group" aria-label={`${label}: ${ratingWords(judged.band)}`}>
      <Small>{label}</Small>
      <Strong
        className={`${short ? 'text-[17px]' : 'text-[20px]'} leading-[24px] ${rank >= bands.length - 2 && rank > 0 ? 'text-oxide' : ''}`}
      >
        {capital(ratingWords(judged.band))}
      </Strong>
      <View className="flex-row gap-1" aria-hidden>
        {bands.map((band, i) => (
          <View
            key={band}
            className={`h-[9px] flex-1 rounded-sm border ${i === rank ? `border-ink ${tone(i, bands.length)}` : 'border-rule'} ${rank < 0 ? 'border-dashed' : ''}`}
          />
        ))}
      </View>
      {since ? <Small>{t('lastAssessed', { day: dayWords(since) })}</Small> : null}
      {short || bare ? null : judged.reasons.map((reason) => <Body key={reason}>{reason}</Body>)}
    </View>
  );
}
