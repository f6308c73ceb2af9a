import { More } from '@/features/more/More';

export default More;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
