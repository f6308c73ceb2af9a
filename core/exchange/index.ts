// Tree lists in and out: columns matched, cells read, species text resolved, near duplicates flagged; CSV and GeoJSON written.
export * from './columns';
export * from './cells';

export * from './csv';
export * from './rows';
export * from './tree-list';
export * from './known';
export * from './export';
export * from './plan';
export * from './kind-lists';
