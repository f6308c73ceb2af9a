import { Exchange } from '@/features/exchange/Exchange';

export default Exchange;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
