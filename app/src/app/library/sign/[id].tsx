import { useLocalSearchParams } from 'expo-router';
import { SignPage } from '@/features/library/SignPage';

export default function Sign() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <SignPage key={id} id={id} />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
