import { FlatList } from 'react-native';
import { remapProps } from 'nativewind';

/** A long list, of which what is near the window is drawn. Its class names are styles, as those of other components. */
export const List = FlatList;
remapProps(FlatList, {
  className: 'style',
  contentContainerClassName: 'contentContainerStyle',
  columnWrapperClassName: 'columnWrapperStyle',
});
