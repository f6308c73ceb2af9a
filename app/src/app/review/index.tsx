import { ReviewScreen } from '@/features/review/ReviewScreen';

export default function Review() {
  return <ReviewScreen />;
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
