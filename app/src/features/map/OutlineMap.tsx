import 'maplibre-gl/dist/maplibre-gl.css';
import { Map as MapLibre, NavigationControl, type GeoJSONSource } from 'maplibre-gl';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { boxOfOutline, type Outline, type Place } from '@dendrix/core/geo';
import { useTheme } from '@/ui/theme';
import type { Behind } from './what-lies-behind';
import { mapStyle } from './style';
import { t } from '@/words/map';

type Corner = [number, number];

const shapesOf = (outline: Outline | null, corners: readonly Corner[]): GeoJSON.FeatureCollection => ({
  type: 'FeatureCollection',
  features: [
    ...(outline
      ? [
          {
            type: 'Feature' as const,
            properties: { is: 'kept' },
            geometry: { type: 'MultiPolygon' as const, coordinates: outline as unknown as GeoJSON.Position[][][] },
          },
        ]
      : []),
    ...(corners.length > 1
      ? [
          {
            type: 'Feature' as const,
            properties: { is: 'drawn' },
            geometry: { type: 'LineString' as const, coordinates: corners.length > 2 ? [...corners, corners[0] as Corner] : [...corners] },
          },
        ]
      : []),
    ...corners.map((corner) => ({
      type: 'Feature' as const,
      properties: { is: 'corner' },
      geometry: { type: 'Point' as const, coordinates: corner },
    })),
  ],
});

/** A map on which an outline shows, and is drawn corner by corner. */
export function OutlineMap({
  behind,
  outline,
  middle,
  corners,
  onCorner,
}: {
  behind: Behind;
  outline: Outline | null;
  middle: Place;
  corners: readonly Corner[];
  /** While an outline is drawn, a tap adds a corner; null otherwise. */
  onCorner: ((corner: Corner) => void) | null;
}) {
  const holder = useRef<View>(null);
  const map = useRef<MapLibre | null>(null);
  const tapped = useRef(onCorner);
  tapped.current = onCorner;
  const { palette } = useTheme();
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const box = outline ? boxOfOutline(outline) : null;
    const made = new MapLibre({
      container: holder.current as unknown as HTMLElement,
      style: mapStyle(behind, palette),
      ...(box ? { bounds: box, fitBoundsOptions: { padding: 24 } } : { center: [middle.longitude, middle.latitude] as Corner, zoom: 13 }),
      attributionControl: false,
      dragRotate: false,
    });
    map.current = made;
    made.touchZoomRotate.disableRotation();
    made.addControl(new NavigationControl({ showCompass: false }), 'top-right');
    made.on('load', () => {
      made.addSource('outline', { type: 'geojson', data: shapesOf(null, []) });
      made.addLayer({
        id: 'kept',
        type: 'line',
        source: 'outline',
        filter: ['==', ['get', 'is'], 'kept'],
        paint: { 'line-color': palette.ink, 'line-width': 3, 'line-dasharray': [3, 2] },
      });
      made.addLayer({
        id: 'drawn',
        type: 'line',
        source: 'outline',
        filter: ['==', ['get', 'is'], 'drawn'],
        paint: { 'line-color': palette.oxide, 'line-width': 3 },
      });
      made.addLayer({
        id: 'corner',
        type: 'circle',
        source: 'outline',
        filter: ['==', ['get', 'is'], 'corner'],
        paint: { 'circle-radius': 7, 'circle-color': palette.oxide, 'circle-stroke-color': palette.paper, 'circle-stroke-width': 2 },
      });
      setReady(true);
    });
    made.on('click', ({ lngLat }) => tapped.current?.([Number(lngLat.lng.toFixed(6)), Number(lngLat.lat.toFixed(6))]));
    return () => {
      made.remove();
      map.current = null;
      setReady(false);
    };
    // Made anew with the theme and what lies behind; what is drawn flows in below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [palette, behind]);
  useEffect(() => {
    if (ready) map.current?.getSource<GeoJSONSource>('outline')?.setData(shapesOf(outline, corners));
  }, [ready, outline, corners]);
  return (
    <View
      ref={holder}
      role="application"
      aria-label={t('mapToDrawTheOutlineOn')}
      style={{ height: 320 }}
      className="border border-ink"
      testID={ready ? 'outline-ready' : 'outline-loading'}
    />
  );
}
