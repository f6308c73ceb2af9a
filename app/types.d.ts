/// <reference types="nativewind/types" />
/// <reference types="expo/types" />
declare module '*.css';
declare module '@dendrix/demo/map' {
  import type { FeatureCollection } from 'geojson';
  const map: FeatureCollection;
  export default map;
}
