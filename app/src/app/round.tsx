import { RoundScreen } from '@/features/rounds/RoundScreen';

export default RoundScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
