import { MapScreen } from '@/features/map/MapScreen';

export default MapScreen;
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
