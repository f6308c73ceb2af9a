import { useState } from 'react';
import { sameWorks } from '@dendrix/core/judging';
import type { Judgement, Works } from '@dendrix/core/record';
import { ROOT_STANDARD_WORDS } from '@dendrix/core/words';
import { Button } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Heading, Small } from '@/ui/text';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import { AddWorks } from './AddWorks';
import { CalledOff, WorksRow } from './WorksRow';
import { RootPlan } from './RootPlan';
import { t } from '@/words/assess';

/** Works near the tree, planned or done, against its root zone; those of earlier visits among them. */
export function WorksCard({ draft, judgement, change }: { draft: VisitDraft; judgement: Judgement; change: ChangeDraft }) {
  const judged = judgement.works;
  const [open, setOpen] = useState(false);
  if (!open && !judged && draft.works.length === 0) return <Button onPress={() => setOpen(true)}>{t('worksNearTheTree')}</Button>;
  const calledOff = draft.works.filter((one) => one.calledOff !== undefined);
  const takeBack = (one: Works) => change((now) => ({ works: now.works.filter((other) => other !== one) }));
  const put = (one: Works) => change((now) => ({ works: [...now.works.filter((other) => !sameWorks(other, one)), one] }));
  return (
    <Card className="gap-3">
      <Heading>{t('worksNearTheTree')}</Heading>
      {judged ? (
        <>
          <RootPlan works={judged} />
          {judged.works.map((one, i) => {
            const mine = draft.works.find((other) => sameWorks(other, one));
            return <WorksRow key={i} nth={i + 1} one={one} onPut={put} {...(mine ? { onTakeBack: () => takeBack(mine) } : {})} />;
          })}
          <Small>
            {judged.structuralFrom === 'AS 4970'
              ? t('byStructuralRootsByAs4970', { rootStandard: ROOT_STANDARD_WORDS[judged.standard] })
              : t('byStructuralRootsByTheSame', { rootStandard: ROOT_STANDARD_WORDS[judged.standard] })}
          </Small>
        </>
      ) : draft.works.length > calledOff.length ? (
        <Remark mood="caution">{t('measureTheStemFirstTheRoot')}</Remark>
      ) : null}
      {calledOff.map((one, i) => (
        <CalledOff key={i} one={one} onTakeBack={() => takeBack(one)} />
      ))}
      <AddWorks onAdd={(one) => change((now) => ({ works: [...now.works, one] }))} />
    </Card>
  );
}
