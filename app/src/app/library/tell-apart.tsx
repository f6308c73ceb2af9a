import { TellApart } from '@/features/library/TellApart';

export default TellApart;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
