import { monthWords } from '@dendrix/core/words';
import { useMemo } from 'react';
import { View } from 'react-native';
import { plateOf, type PlatePart } from '@dendrix/core/figures';
import type { Taxon } from '@dendrix/core/knowledge';
import { localMonth, monthsOf } from '@dendrix/core/time';
import { Drawing } from '@/ui/drawing';
import { Small, Strong } from '@/ui/text';
import { t } from '@/words/library';

const PART_WORDS: Record<PlatePart['part'], string> = {
  tree: t('theTree'),
  leaf: t('leaf'),
  underside: t('undersideOnTheRight'),
  twig: t('twigAndBuds'),
  'bark-young': t('barkWhenYoung'),
  'bark-old': t('barkWhenOld'),
  flower: t('flower'),
  fruit: t('fruit'),
};

const SHOOTS = new Set(['needle', 'scale']);

function caption(taxon: Taxon, part: PlatePart, latitude: number): string {
  const months = (window: Taxon['months']['flower']) => monthWords(monthsOf(window).map((m) => localMonth(m, latitude)));
  const size = (id: string, unit: string) => {
    const record = taxon.traits[id];
    return record?.kind === 'range' ? t('to', { from: record.from, to: record.to, unit }) : '';
  };
  switch (part.part) {
    case 'tree':
      return t('toM', { from: taxon.matureHeight.from, to: taxon.matureHeight.to });
    case 'leaf':
      return size('leaf-length', 'cm');
    case 'flower':
      return months(taxon.months.flower);
    case 'fruit':
      return [size('fruit-size', 'cm'), months(taxon.months.fruit)].filter(Boolean).join(', ');
    default:
      return '';
  }
}

/** The drawings of a taxon, put together from its own record, each with its size, and its months at a latitude. */
export function Plate({ taxon, width, latitude }: { taxon: Taxon; width: number; latitude: number }) {
  const parts = useMemo(() => plateOf(taxon), [taxon]);
  const needles = taxon.traits['leaf-type'];
  const shoot = needles?.kind === 'states' && Object.keys(needles.mature).some((state) => SHOOTS.has(state));
  return (
    <View className="flex-row flex-wrap justify-center gap-x-4 gap-y-5">
      {parts.map((part) => {
        const words = part.part === 'leaf' && shoot ? t('shoot') : PART_WORDS[part.part];
        const swatch = part.part === 'bark-young' || part.part === 'bark-old';
        const said = [words, caption(taxon, part, latitude), part.bar ? t('bar', { bar: part.bar }) : ''].filter(Boolean);
        return (
          <View key={part.part} style={{ width }} className="justify-end gap-1">
            <Drawing
              figure={part.figure}
              width={width}
              height={Math.round((width * part.figure.height) / part.figure.width)}
              label={`${taxon.name}, ${said.join(', ')}`}
            />
            <View className={swatch ? 'pt-1' : ''}>
              <Strong className="text-[14px] leading-[18px]">{said[0]}</Strong>
              {said.slice(1).map((line) => (
                <Small key={line} className="text-[13px] leading-[17px]">
                  {line}
                </Small>
              ))}
            </View>
          </View>
        );
      })}
    </View>
  );
}
