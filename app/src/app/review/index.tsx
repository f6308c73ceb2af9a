import { ReviewScreen } from '@/features/review/ReviewScreen';

export default function Review() {
  return <ReviewScreen />;
}
