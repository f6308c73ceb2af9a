import { JoinScreen } from '@/features/access/JoinScreen';

export default JoinScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
