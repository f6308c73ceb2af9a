import { Exchange } from '@/features/exchange/Exchange';

export default Exchange;
