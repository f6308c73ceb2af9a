import { useLocalSearchParams } from 'expo-router';
import { TaxonPage } from '@/features/library/TaxonPage';

export default function Taxon() {
  const { slug } = useLocalSearchParams<{ slug: string }>();
  return <TaxonPage key={slug} slug={slug} />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
