import { useLocalSearchParams } from 'expo-router';
import { VisitScreen } from '@/features/visit/VisitScreen';

export default function Visit() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <VisitScreen key={id} treeId={id} />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
