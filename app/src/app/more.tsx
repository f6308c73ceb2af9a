import { More } from '@/features/more/More';

export default More;
