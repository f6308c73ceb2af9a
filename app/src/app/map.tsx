import { MapScreen } from '@/features/map/MapScreen';

export default MapScreen;
