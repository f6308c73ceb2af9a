import 'maplibre-gl/dist/maplibre-gl.css';
import plan from '@dendrix/demo/map';
import {
  LngLatBounds,
  Map as MapLibre,
  NavigationControl,
  type GeoJSONSource,
  type MapLayerMouseEvent,
  type MapMouseEvent,
} from 'maplibre-gl';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import type { TreeBrief } from '@dendrix/core/contracts';
import { useTheme } from '@/ui/theme';
import { answerOf, ASKS, drawMark, markName, MARKS, type Ask } from './marks';
import { mapStyle } from './style';

interface Props {
  trees: readonly TreeBrief[];
  ask: Ask;
  today: string;
  chosen: TreeBrief | null;
  /** While a new tree is placed, a tap gives its place. */
  placing: boolean;
  placed: { latitude: number; longitude: number } | null;
  onChoose: (id: string | null) => void;
  onPlace: (place: { latitude: number; longitude: number }) => void;
}

const featuresOf = (trees: readonly TreeBrief[], ask: Ask, today: string): GeoJSON.FeatureCollection => ({
  type: 'FeatureCollection',
  features: trees.map((tree) => {
    const key = answerOf(ask, tree, today);
    const size = MARKS[ask].find((m) => m.key === key)?.size ?? 1;
    return {
      type: 'Feature',
      geometry: { type: 'Point', coordinates: [tree.longitude, tree.latitude] },
      properties: { id: tree.id, tag: tree.tag, icon: markName(ask, key), order: size },
    };
  }),
});

const pointOf = (place: { latitude: number; longitude: number } | null): GeoJSON.FeatureCollection => ({
  type: 'FeatureCollection',
  features: place ? [{ type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [place.longitude, place.latitude] } }] : [],
});

/** The district with its trees, drawn by MapLibre from data that ships. */
export function TreeMap({ trees, ask, today, chosen, placing, placed, onChoose, onPlace }: Props) {
  const holder = useRef<View>(null);
  const map = useRef<MapLibre | null>(null);
  const { palette } = useTheme();
  const [ready, setReady] = useState(false);
  const handlers = useRef({ onChoose, onPlace, placing });
  handlers.current = { onChoose, onPlace, placing };

  useEffect(() => {
    const bounds = new LngLatBounds();
    for (const feature of plan.features)
      if (feature.geometry.type === 'LineString')
        for (const [lng, lat] of feature.geometry.coordinates) bounds.extend([lng ?? 0, lat ?? 0]);
    const made = new MapLibre({
      container: holder.current as unknown as HTMLElement,
      style: mapStyle(plan, palette),
      // A phone opens on the middle of the town, where marks can be touched; a wide window on all of it.
      ...(window.innerWidth < 700 ? { center: bounds.getCenter(), zoom: 14.9 } : { bounds, fitBoundsOptions: { padding: 28 } }),
      maxZoom: 20,
      minZoom: 12,
      attributionControl: false,
      dragRotate: false,
      canvasContextAttributes: { preserveDrawingBuffer: true },
    });
    map.current = made;
    made.touchZoomRotate.disableRotation();
    made.addControl(new NavigationControl({ showCompass: false }), 'top-right');
    made.on('load', () => {
      for (const question of ASKS)
        for (const mark of MARKS[question]) made.addImage(markName(question, mark.key), drawMark(mark, palette), { pixelRatio: 2 });
      made.addSource('trees', { type: 'geojson', data: featuresOf([], 'due', today) });
      made.addSource('here', { type: 'geojson', data: pointOf(null) });
      made.addLayer({
        id: 'here',
        type: 'circle',
        source: 'here',
        paint: { 'circle-radius': 17, 'circle-color': 'rgba(0,0,0,0)', 'circle-stroke-color': palette.oxide, 'circle-stroke-width': 4 },
      });
      made.addLayer(
        {
          id: 'trees',
          type: 'symbol',
          source: 'trees',
          layout: {
            'icon-image': ['get', 'icon'],
            'icon-allow-overlap': true,
            'icon-size': ['interpolate', ['linear'], ['zoom'], 13, 0.42, 16, 0.85, 18, 1.25],
            'symbol-sort-key': ['get', 'order'],
            'text-field': ['step', ['zoom'], '', 17, ['get', 'tag']],
            'text-size': 12,
            'text-offset': [0, 1.3],
            'text-optional': true,
          },
          paint: { 'text-color': palette.ink, 'text-halo-color': palette.paper, 'text-halo-width': 1.5 },
        },
        'street-name',
      );
      setReady(true);
    });
    made.on('click', (event: MapMouseEvent) => {
      if (handlers.current.placing) return handlers.current.onPlace({ latitude: event.lngLat.lat, longitude: event.lngLat.lng });
      // A fingertip is wider than a mark.
      const reach = 16;
      const { x, y } = event.point;
      const found = made.getLayer('trees')
        ? made.queryRenderedFeatures(
            [
              [x - reach, y - reach],
              [x + reach, y + reach],
            ],
            { layers: ['trees'] },
          )
        : [];
      const nearest = found
        .map((feature) => ({
          feature,
          d:
            feature.geometry.type === 'Point' ? made.project(feature.geometry.coordinates as [number, number]).dist(event.point) : Infinity,
        }))
        .sort((a, b) => a.d - b.d)[0];
      handlers.current.onChoose((nearest?.feature.properties.id as string | undefined) ?? null);
    });
    made.on('mouseenter', 'trees', (event: MapLayerMouseEvent) => void (event.target.getCanvas().style.cursor = 'pointer'));
    made.on('mouseleave', 'trees', (event: MapLayerMouseEvent) => void (event.target.getCanvas().style.cursor = ''));
    const watch = new ResizeObserver(() => made.resize());
    watch.observe(holder.current as unknown as HTMLElement);
    return () => {
      watch.disconnect();
      made.remove();
      map.current = null;
      setReady(false);
    };
    // The map is made anew only when the theme changes; data flows in below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [palette]);

  useEffect(() => {
    if (ready) map.current?.getSource<GeoJSONSource>('trees')?.setData(featuresOf(trees, ask, today));
  }, [ready, trees, ask, today]);
  useEffect(() => {
    if (!ready) return;
    map.current?.getSource<GeoJSONSource>('here')?.setData(pointOf(placed ?? chosen));
  }, [ready, placed, chosen]);
  useEffect(() => {
    if (ready && chosen)
      map.current?.easeTo({ center: [chosen.longitude, chosen.latitude], zoom: Math.max(map.current.getZoom(), 16), duration: 400 });
    // Only a newly chosen tree moves the map.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ready, chosen?.id]);

  return (
    <View
      ref={holder}
      role="application"
      aria-label="Map of the district"
      className="flex-1"
      style={{ minHeight: 200 }}
      testID={ready ? 'map-ready' : 'map-loading'}
    />
  );
}
