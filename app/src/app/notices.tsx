import { NoticesScreen } from '@/features/notices/NoticesScreen';

export default NoticesScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
