import { StartVisit } from '@/features/visit/StartVisit';

export default StartVisit;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
