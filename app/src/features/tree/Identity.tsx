import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import { plateLeaf } from '@dendrix/core/figures';
import { slugOf } from '@dendrix/core/knowledge';
import { commonName, districtOf, taxonNamed } from '@/features/shell/library';
import { standingNameOf, standingWords } from '@dendrix/core/state';
import { capital } from '@dendrix/core/words';
import { listedWords } from '@/features/library/words';
import { Body, Latin, Said, Small, Strong, useScreenTitle } from '@/ui/text';
import { TreeTag } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { zoneAt } from '@/features/shell/today';
import { t } from '@/words/tree';

/** Who it is, how that stands, and its plate. */
export function Identity({ tree }: { tree: TreeDetail }) {
  const router = useRouter();
  const taxon = taxonNamed(tree.taxon);
  useScreenTitle(`${tree.tag} ${tree.taxon ?? t('notYetNamed')}`);
  const listed = tree.taxon ? listedWords(districtOf(tree), tree.taxon) : [];
  const now = standingNameOf(tree.determinations, tree.reviews, tree.visits, zoneAt(tree)).named;
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap items-center gap-3">
        <TreeTag tag={tree.tag} />
        <Small className="flex-shrink">{tree.place}</Small>
      </View>
      <View className="flex-row gap-3">
        <View className="min-w-0 flex-1 gap-1">
          <Latin role="heading" aria-level={1} className="text-[30px] leading-[34px]">
            {tree.level === 'cf. species' ? t('cf', { taxon: tree.taxon ?? t('notYetNamed2') }) : (tree.taxon ?? t('notYetNamed2'))}
          </Latin>
          {tree.taxon ? <Strong className="text-[18px]">{commonName(tree.taxon)}</Strong> : null}
          {now?.infraspecific ? <Small>{t('notedAs', { infraspecific: now.infraspecific })}</Small> : null}
          <Body>
            <Strong className={tree.standing === 'confirmed' || tree.standing === 'overturned' ? 'text-slate' : ''}>
              {standingWords(tree.standing)}
            </Strong>
          </Body>
          {listed.length > 0 ? <Small className="text-ink">{`${capital(listed.join('; '))}.`}</Small> : null}
          {now?.why ? <Small numberOfLines={2}>{now.why}</Small> : null}
        </View>
        {taxon ? (
          <Pressable
            role="link"
            onPress={() => router.push(`/library/taxon/${slugOf(taxon.name)}`)}
            className="items-center active:opacity-60"
          >
            <Drawing figure={plateLeaf(taxon)} width={84} height={90} />
            <Small className="underline">{t('drawing')}</Small>
            <Said>{t('inTheLibrary')}</Said>
          </Pressable>
        ) : null}
      </View>
    </View>
  );
}
