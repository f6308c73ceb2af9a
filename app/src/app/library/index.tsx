import { LibraryHome } from '@/features/library/LibraryHome';

export default LibraryHome;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
