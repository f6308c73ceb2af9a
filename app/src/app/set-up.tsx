import { SetUpScreen } from '@/features/setup/SetUpScreen';

export default SetUpScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
