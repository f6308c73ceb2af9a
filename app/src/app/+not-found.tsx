import { NotFound } from '@/features/shell/NotFound';

export default NotFound;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
