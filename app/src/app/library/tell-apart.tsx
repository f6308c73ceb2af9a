import { TellApart } from '@/features/library/TellApart';

export default TellApart;
