import { sideWords } from '@dendrix/core/words';
import { SOUNDS, type Drilling, type Sounding } from '@dendrix/core/record';
import { STEM_SIDES, type Zone } from '@dendrix/core/knowledge';
import { Button, Choice } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Heading, Small, Strong } from '@/ui/text';
import type { Devices } from '../measure/devices';
import { Drill } from './Drill';
import { t } from '@/words/walk';

export const SOUND_LABELS: Record<Sounding['sound'], string> = { clear: t('clear'), dull: t('dull'), drum: t('hollowDrum') };

interface Props {
  zone: Zone | null;
  sounding: readonly Sounding[];
  drillings: readonly Drilling[];
  onSound: (zone: Zone, sound: Sounding['sound']) => void;
  onClear: (zone: Zone) => void;
  onDrill: (drillings: Drilling[]) => void;
  devices: Devices;
  /** Whether anything points to decay here, for the practice drill. */
  suspected: boolean;
  /** Diameter of the stem as far as it is known, m. */
  dbh: number | null;
  /** What to know of the sound of this kind. */
  hints: readonly string[];
}

/** The sounding round: a mark a side. And the drill, where a qualified person uses one. */
export function Sounded({ zone, sounding, drillings, onSound, onClear, onDrill, devices, suspected, dbh, hints }: Props) {
  const rung = sounding.find((s) => s.zone === zone);
  const left = STEM_SIDES.filter((side) => !sounding.some((s) => s.zone === side));
  return (
    <Card className="gap-3">
      <Heading>{t('soundingTest')}</Heading>
      {zone?.startsWith('stem-') || zone === 'collar' ? (
        <>
          <Choice
            label={zone === 'collar' ? t('howTheRootCollarRings') : t('howTheSideRings', { side: sideWords(zone) })}
            options={SOUNDS.map((value) => ({ value, words: SOUND_LABELS[value] }))}
            value={rung?.sound ?? null}
            onChange={(sound) => onSound(zone, sound)}
          />
          {rung ? <Button onPress={() => onClear(zone)}>{t('deleteThisResult')}</Button> : null}
          {rung && rung.sound !== 'clear' ? <Remark mood="caution">{t('thereIsLittleSolidWoodBehind')}</Remark> : null}
        </>
      ) : (
        <Small>{t('chooseAStemSideOrThe')}</Small>
      )}
      {hints.map((hint) => (
        <Small key={hint} className="text-ink">
          {hint}
        </Small>
      ))}
      <Small role="status">
        <Strong className="text-[14px]">{t('of8SidesSounded', { value: 8 - left.length })}</Strong> {t('aClearSoundDoesNotProve')}
      </Small>
      <Drill zone={zone} drillings={drillings} onChange={onDrill} devices={devices} suspected={suspected} dbh={dbh} />
    </Card>
  );
}
