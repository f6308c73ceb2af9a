import 'maplibre-gl/dist/maplibre-gl.css';
import {
  LngLatBounds,
  type LngLat,
  Map as MapLibre,
  NavigationControl,
  type ExpressionSpecification,
  type FilterSpecification,
  type GeoJSONSource,
  type MapLayerMouseEvent,
  type MapMouseEvent,
  type VectorTileSource,
} from 'maplibre-gl';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import type { TreeBrief } from '@dendrix/core/contracts';
import { DEEPEST, type Box, type Place } from '@dendrix/core/geo';
import { ASKS, dayNumber, SOON_DAYS, tileTags, type Ask } from '@dendrix/core/town';
import { useTheme } from '@/ui/theme';
import { drawLabel, drawMark, LABEL, labelName, markName, MARKS, PARTS, readLabel } from './marks';
import type { Behind } from './what-lies-behind';
import { mapStyle } from './style';
import { addTreeSource, tilesOf } from './tree-source';
import { t } from '@/words/map';

interface Props {
  /** What lies behind the trees. */
  behind: Behind;
  ask: Ask;
  /** Only trees of this answer are shown. */
  only: string | null;
  today: string;
  /** Changes with what the tiles hold. */
  version: string;
  /** Where the town's trees stand, and where closest: the map opens on it. */
  box: Box | null;
  middle: Place | null;
  /** The middle of the district, for a town without trees. */
  district: Place | null;
  /** Trees that are other than the tiles say: not sent yet. */
  own: readonly TreeBrief[];
  chosen: Place | null;
  /** While a new tree is placed, a tap gives its place. */
  placing: boolean;
  placed: Place | null;
  onChoose: (tree: { id: string; tag: string } | null) => void;
  onPlace: (place: Place) => void;
  /** The view has come to rest. */
  onView: (box: Box) => void;
}

/** A town larger than this opens on its middle, degrees from edge to edge. */
const WIDE_TOWN = 0.06;
/** A tap on trees counted together goes so many levels nearer. */
const NEARER = 2;

/** Which answer a tree of a tile gives, for the style. */
const answerIn = (ask: Ask, today: string): ExpressionSpecification => {
  if (ask !== 'due') return ['get', ask];
  const day = dayNumber(today);
  return [
    'case',
    ['!', ['has', 'due']],
    'never',
    ['<=', ['get', 'due'], day],
    'over',
    ['<=', ['get', 'due'], day + SOON_DAYS],
    'soon',
    'later',
  ];
};

const iconOf = (ask: Ask, today: string): ExpressionSpecification => ['concat', `${ask}/`, answerIn(ask, today)];
const sizeOf = (ask: Ask, today: string): ExpressionSpecification =>
  ['match', answerIn(ask, today), ...MARKS[ask].flatMap(({ key, size }) => [key, size]), 1] as unknown as ExpressionSpecification;
const onlyTrees = (ask: Ask, only: string | null, today: string): FilterSpecification | null =>
  only === null ? null : (['==', answerIn(ask, today), only] as FilterSpecification);

const shareOf = (ask: Ask, answer: string): ExpressionSpecification => [
  'to-string',
  ['ceil', ['/', ['*', PARTS, ['get', `${ask}-${answer}`]], ['get', 'trees']]],
];
/** Label of trees counted together: the shares of their answers, or the one that is looked for. */
const labelOf = (ask: Ask, only: string | null): ExpressionSpecification | string =>
  only !== null
    ? labelName(
        ask,
        MARKS[ask].map(({ key }) => (key === only ? 1 : 0)),
      )
    : ([
        'concat',
        `shares/${ask}/`,
        ...MARKS[ask].flatMap(({ key }, i) => (i === 0 ? [shareOf(ask, key)] : ['-', shareOf(ask, key)])),
      ] as unknown as ExpressionSpecification);
const numberOf = (ask: Ask, only: string | null): ExpressionSpecification => [
  'number-format',
  ['get', only === null ? 'trees' : `${ask}-${only}`],
  {},
];

const pointOf = (place: Place | null): GeoJSON.FeatureCollection => ({
  type: 'FeatureCollection',
  features: place ? [{ type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [place.longitude, place.latitude] } }] : [],
});
const featuresOf = (trees: readonly TreeBrief[]): GeoJSON.FeatureCollection => ({
  type: 'FeatureCollection',
  features: trees.map((tree) => ({
    type: 'Feature',
    geometry: { type: 'Point', coordinates: [tree.longitude, tree.latitude] },
    properties: tileTags(tree),
  })),
});

const TREE_LAYERS = ['trees', 'own'] as const;

/** Where the map opens: on all of a small town, or where the trees of a large one stand closest. A phone opens near enough to touch marks. */
function opening(plan: Behind['plan'], box: Box | null, middle: Place | null, district: Place | null) {
  const bounds = new LngLatBounds();
  if (box) bounds.extend([box[0], box[1]]).extend([box[2], box[3]]);
  else
    for (const feature of plan.features)
      if (feature.geometry.type === 'LineString')
        for (const [lng, lat] of feature.geometry.coordinates) bounds.extend([lng ?? 0, lat ?? 0]);
  // A town without a tree or a street yet opens on the middle of its district.
  if (bounds.isEmpty()) return { center: district ? ([district.longitude, district.latitude] as [number, number]) : undefined, zoom: 13 };
  const wide = bounds.getEast() - bounds.getWest() > WIDE_TOWN;
  const center: [number, number] | LngLat = wide && middle ? [middle.longitude, middle.latitude] : bounds.getCenter();
  if (window.innerWidth < 700) return { center, zoom: wide ? 15.2 : 14.9 };
  return wide ? { center, zoom: 14 } : { bounds, fitBoundsOptions: { padding: 28 } };
}

/** The district with its trees, drawn by MapLibre from tiles of the service and what the town has brought in. */
export function TreeMap({
  behind,
  district,
  ask,
  only,
  today,
  version,
  box,
  middle,
  own,
  chosen,
  placing,
  placed,
  onChoose,
  onPlace,
  onView,
}: Props) {
  const holder = useRef<View>(null);
  const map = useRef<MapLibre | null>(null);
  const { palette } = useTheme();
  const [ready, setReady] = useState(false);
  const handlers = useRef({ onChoose, onPlace, onView, placing });
  handlers.current = { onChoose, onPlace, onView, placing };

  useEffect(() => {
    addTreeSource();
    const made = new MapLibre({
      container: holder.current as unknown as HTMLElement,
      style: mapStyle(behind, palette),
      ...opening(behind.plan, box, middle, district),
      maxZoom: 20,
      minZoom: 9,
      attributionControl: false,
      dragRotate: false,
      canvasContextAttributes: { preserveDrawingBuffer: true },
    });
    map.current = made;
    made.touchZoomRotate.disableRotation();
    made.addControl(new NavigationControl({ showCompass: false }), 'top-right');
    made.on('styleimagemissing', ({ id }) => {
      const label = readLabel(id);
      if (label && !made.hasImage(id)) made.addImage(id, drawLabel(label, palette), { pixelRatio: 2 });
    });
    made.on('load', () => {
      for (const question of ASKS)
        for (const mark of MARKS[question]) made.addImage(markName(question, mark.key), drawMark(mark, palette), { pixelRatio: 2 });
      made.addSource('trees', { type: 'vector', tiles: [tilesOf(today, version)], minzoom: 0, maxzoom: DEEPEST });
      made.addSource('own', { type: 'geojson', data: featuresOf([]) });
      made.addSource('here', { type: 'geojson', data: pointOf(null) });
      made.addLayer({
        id: 'here',
        type: 'circle',
        source: 'here',
        paint: { 'circle-radius': 17, 'circle-color': 'rgba(0,0,0,0)', 'circle-stroke-color': palette.oxide, 'circle-stroke-width': 4 },
      });
      for (const layer of TREE_LAYERS)
        made.addLayer(
          {
            id: layer,
            type: 'symbol',
            source: layer,
            ...(layer === 'trees' ? { 'source-layer': 'tree' } : {}),
            layout: {
              'icon-image': iconOf(ask, today),
              'icon-allow-overlap': true,
              'icon-size': ['interpolate', ['linear'], ['zoom'], 13, 0.42, 16, 0.85, 18, 1.25],
              'symbol-sort-key': sizeOf(ask, today),
              'text-field': ['step', ['zoom'], '', 17, ['get', 'tag']],
              'text-size': 12,
              'text-offset': [0, 1.3],
              'text-optional': true,
            },
            paint: { 'text-color': palette.ink, 'text-halo-color': palette.paper, 'text-halo-width': 1.5 },
          },
          'street-name',
        );
      made.addLayer({
        id: 'counts',
        type: 'symbol',
        source: 'trees',
        'source-layer': 'count',
        layout: {
          'icon-image': labelOf(ask, only),
          'icon-allow-overlap': true,
          'text-field': numberOf(ask, only),
          'text-size': 14,
          'text-allow-overlap': true,
          // The number stands above the band.
          'text-offset': [0, -LABEL.band / 2 / 14],
        },
        paint: { 'text-color': palette.ink },
      });
      setReady(true);
    });
    const tell = () => {
      const view = made.getBounds();
      handlers.current.onView([view.getWest(), view.getSouth(), view.getEast(), view.getNorth()]);
    };
    made.on('load', tell);
    made.on('moveend', tell);
    made.on('click', (event: MapMouseEvent) => {
      if (handlers.current.placing) return handlers.current.onPlace({ latitude: event.lngLat.lat, longitude: event.lngLat.lng });
      // A fingertip is wider than a mark.
      const reach = 16;
      const { x, y } = event.point;
      const found = made.getLayer('counts')
        ? made.queryRenderedFeatures(
            [
              [x - reach, y - reach],
              [x + reach, y + reach],
            ],
            { layers: [...TREE_LAYERS, 'counts'] },
          )
        : [];
      const nearest = found
        .map((feature) => ({
          feature,
          d:
            feature.geometry.type === 'Point' ? made.project(feature.geometry.coordinates as [number, number]).dist(event.point) : Infinity,
        }))
        .sort((a, b) => a.d - b.d)[0]?.feature;
      if (nearest?.layer.id === 'counts' && nearest.geometry.type === 'Point') {
        made.easeTo({ center: nearest.geometry.coordinates as [number, number], zoom: made.getZoom() + NEARER });
        return;
      }
      const { id, tag } = (nearest?.properties ?? {}) as { id?: string; tag?: string };
      handlers.current.onChoose(id && tag ? { id, tag } : null);
    });
    for (const layer of [...TREE_LAYERS, 'counts']) {
      made.on('mouseenter', layer, (event: MapLayerMouseEvent) => void (event.target.getCanvas().style.cursor = 'pointer'));
      made.on('mouseleave', layer, (event: MapLayerMouseEvent) => void (event.target.getCanvas().style.cursor = ''));
    }
    const watch = new ResizeObserver(() => made.resize());
    watch.observe(holder.current as unknown as HTMLElement);
    return () => {
      watch.disconnect();
      made.remove();
      map.current = null;
      setReady(false);
    };
    // The map is made anew only when the theme or what lies behind changes; data flows in below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [palette, behind]);

  useEffect(() => {
    const made = map.current;
    if (!ready || !made) return;
    for (const layer of TREE_LAYERS) {
      made.setLayoutProperty(layer, 'icon-image', iconOf(ask, today));
      made.setLayoutProperty(layer, 'symbol-sort-key', sizeOf(ask, today));
      made.setFilter(layer, onlyTrees(ask, only, today));
    }
    made.setLayoutProperty('counts', 'icon-image', labelOf(ask, only));
    made.setLayoutProperty('counts', 'text-field', numberOf(ask, only));
    made.setFilter('counts', only === null ? null : ['>', ['get', `${ask}-${only}`], 0]);
  }, [ready, ask, only, today]);
  const shownVersion = useRef(version);
  useEffect(() => {
    if (!ready || shownVersion.current === version) return;
    shownVersion.current = version;
    map.current?.getSource<VectorTileSource>('trees')?.setTiles([tilesOf(today, version)]);
  }, [ready, version, today]);
  useEffect(() => {
    if (ready) map.current?.getSource<GeoJSONSource>('own')?.setData(featuresOf(own));
  }, [ready, own]);
  useEffect(() => {
    if (!ready) return;
    map.current?.getSource<GeoJSONSource>('here')?.setData(pointOf(placed ?? chosen));
  }, [ready, placed, chosen]);
  const at = chosen ? `${chosen.latitude},${chosen.longitude}` : null;
  useEffect(() => {
    if (ready && chosen)
      map.current?.easeTo({ center: [chosen.longitude, chosen.latitude], zoom: Math.max(map.current.getZoom(), 16), duration: 400 });
    // Only a newly chosen tree moves the map.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ready, at]);

  return (
    <View
      ref={holder}
      role="application"
      aria-label={t('mapOfTheDistrict')}
      className="flex-1"
      style={{ minHeight: 200 }}
      testID={ready ? 'map-ready' : 'map-loading'}
    />
  );
}
