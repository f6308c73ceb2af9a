// Everything that draws a map, behind one door: the renderer is large, and comes once, for whichever screen asks for it first.
export { TreeMap } from './TreeMap';
export { OutlineMap } from './OutlineMap';
export { tileFile } from './tile-file';
