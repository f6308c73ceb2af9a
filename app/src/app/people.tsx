import { PeopleScreen } from '@/features/access/PeopleScreen';

export default PeopleScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
