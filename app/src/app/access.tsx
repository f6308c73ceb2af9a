import { OwnAccessScreen } from '@/features/access/OwnAccessScreen';

export default OwnAccessScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
