// The components whose `className` is a style. NativeWind's own list has every component of React Native, which would fetch them all.
import { cssInterop } from 'react-native-css-interop/dist/runtime/api';
import { Pressable, ScrollView, Text, TextInput, View } from './react-native';

for (const component of [Pressable, Text, View]) cssInterop(component, { className: 'style' });
cssInterop(ScrollView, { className: 'style', contentContainerClassName: 'contentContainerStyle' });
cssInterop(TextInput, { className: { target: 'style', nativeStyleToProp: { textAlign: true } } });
