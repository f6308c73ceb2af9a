import { StartVisit } from '@/features/visit/StartVisit';

export default StartVisit;
