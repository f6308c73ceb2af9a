/// <reference types="nativewind/types" />
/// <reference types="expo/types" />
declare module '*.css';
declare module '@dendrix/library/generated' {
  import type { Library } from '@dendrix/core/knowledge';
  const library: Library;
  export default library;
}
declare module '@dendrix/demo/map' {
  import type { FeatureCollection } from 'geojson';
  const map: FeatureCollection;
  export default map;
}
