import { useLocalSearchParams } from 'expo-router';
import { TreePage } from '@/features/tree/TreePage';

export default function Tree() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <TreePage key={id} id={id} />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
