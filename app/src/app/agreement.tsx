import { AgreementScreen } from '@/features/agreement/AgreementScreen';

export default AgreementScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
