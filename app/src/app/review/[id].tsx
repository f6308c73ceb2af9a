import { useLocalSearchParams } from 'expo-router';
import { ReviewScreen } from '@/features/review/ReviewScreen';

export default function Review() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <ReviewScreen visitId={id} />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
