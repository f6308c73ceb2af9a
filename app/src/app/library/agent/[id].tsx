import { useLocalSearchParams } from 'expo-router';
import { AgentPage } from '@/features/library/SignPage';

export default function Agent() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <AgentPage key={id} id={id} />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
