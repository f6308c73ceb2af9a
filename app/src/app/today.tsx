import { Today } from '@/features/today/Today';

export default Today;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
