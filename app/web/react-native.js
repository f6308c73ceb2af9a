// What packages use of React Native that ask for all of it at once. The application's own files ask for each part by itself.
export { default as AppState } from 'react-native-web/dist/exports/AppState';
export { default as Appearance } from 'react-native-web/dist/exports/Appearance';
export { default as I18nManager } from 'react-native-web/dist/exports/I18nManager';
export { default as Platform } from 'react-native-web/dist/exports/Platform';
export { default as Pressable } from 'react-native-web/dist/exports/Pressable';
export { default as ScrollView } from 'react-native-web/dist/exports/ScrollView';
export { default as StyleSheet } from 'react-native-web/dist/exports/StyleSheet';
export { default as Text } from 'react-native-web/dist/exports/Text';
export { default as TextInput } from 'react-native-web/dist/exports/TextInput';
export { default as View } from 'react-native-web/dist/exports/View';
export { default as useColorScheme } from 'react-native-web/dist/exports/useColorScheme';
