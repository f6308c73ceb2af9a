import { LibraryHome } from '@/features/library/LibraryHome';

export default LibraryHome;
