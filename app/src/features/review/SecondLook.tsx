import { useState } from 'react';
import { View } from 'react-native';
import { SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import type { Place } from '@dendrix/core/geo';
import type { OwnBands } from '@dendrix/core/record';
import { Body, Heading, Latin } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { NamePicker } from './NamePicker';
import { ratingWords } from '@dendrix/core/words';
import { t } from '@/words/review';

/** What a reviewer says before the visit's answer is shown. */
export interface OwnAnswer {
  /** null: not to be told from this. */
  name: string | null;
  bands: OwnBands | null;
}

const CANNOT = 'cannot tell';
const options = (bands: readonly string[]) => [...bands, CANNOT].map((value) => ({ value, words: ratingWords(value) }));
const said = (band: string | null): string | null => (band === CANNOT ? null : band);

interface Props {
  place: Place;
  /** Whether there is anything to name it by, and anything to judge it by. */
  toName: boolean;
  toJudge: boolean;
  onAnswer: (answer: OwnAnswer) => void;
}

/** The reviewer's own name and bands, from the evidence and the pictures alone. */
export function SecondLook({ place, toName, toJudge, onAnswer }: Props) {
  const [name, setName] = useState<string | null | undefined>(toName ? undefined : null);
  const [vigour, setVigour] = useState<string | null>(null);
  const [soundness, setSoundness] = useState<string | null>(null);
  const answered = name !== undefined && (!toJudge || (vigour !== null && soundness !== null));
  return (
    <View className="gap-3 border-l-4 border-l-slate bg-slate-wash p-4">
      <Heading>{t('yourOwnAnswerFirst')}</Heading>
      <Body>{t('answerFromTheEvidenceAloneThe')}</Body>
      {toName ? (
        <View className="gap-2">
          {name === undefined ? null : (
            <Body>
              {name === null ? t('cannotTellFromThis') : <>{t('youSay')} </>}
              {name ? <Latin className="text-[18px]">{name}</Latin> : null}
            </Body>
          )}
          <NamePicker label={t('yourSpeciesName')} place={place} value={null} onPick={setName} />
          <Button onPress={() => setName(null)}>{name === null ? t('cannotTellFromThis2') : t('cannotTellFromThis3')}</Button>
        </View>
      ) : null}
      {toJudge ? (
        <>
          <Choice label={t('vigourYourRating')} options={options(VIGOUR)} value={vigour} onChange={setVigour} />
          <Choice label={t('structureYourRating')} options={options(SOUNDNESS)} value={soundness} onChange={setSoundness} />
        </>
      ) : null}
      <Button
        kind="second"
        disabled={!answered}
        onPress={() => onAnswer({ name: name ?? null, bands: toJudge ? { vigour: said(vigour), soundness: said(soundness) } : null })}
      >
        {t('showTheCrewsAnswer')}
      </Button>
    </View>
  );
}
