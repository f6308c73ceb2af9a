const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);
config.watchFolders = [path.resolve(__dirname, '..')];

const web = (name) => path.join(__dirname, 'web', name);
const within = (file) => path.join('node_modules', ...file.split('/'));

/** Files of packages that stand in for others: what a first screen does not show is not fetched before it. */
const INSTEAD = Object.entries({
  'react-native-web/dist/index.js': 'react-native.js',
  'react-native-css-interop/dist/runtime/components.js': 'styled.js',
  'expo-router/build/index.js': 'router.js',
  'expo-router/build/fork/native-stack/createNativeStackNavigator.js': 'absent.js',
  'expo-router/build/layouts/stack-utils/index.js': 'absent.js',
  'expo-router/build/react-navigation/bottom-tabs/index.js': 'absent.js',
  'expo-router/build/head/index.js': 'absent.js',
  'expo-router/build/link/preview/HrefPreview.js': 'absent.js',
  'expo-router/build/native-tabs/NativeTabTrigger.js': 'absent.js',
  'expo-router/build/react-navigation/core/StaticNavigation.js': 'absent.js',
  'expo-router/build/react-navigation/native/createStaticNavigation.js': 'absent.js',
  'expo-router/build/react-navigation/routers/DrawerRouter.js': 'absent.js',
  'expo-router/build/react-navigation/routers/TabRouter.js': 'absent.js',
  'expo-router/build/views/Sitemap.js': 'absent.js',
  'react-native-screens/lib/module/index.js': 'absent.js',
  'react-native-svg/lib/module/deprecated.js': 'absent.js',
  'react-native-svg/lib/module/lib/SvgTouchableMixin.js': 'absent.js',
  'react-native-svg/lib/module/xml.js': 'absent.js',
  'expo-router/build/views/Toast.js': 'absent.js',
  'expo-router/build/views/Unmatched.js': 'absent.js',
}).map(([file, name]) => [within(file), web(name)]);

// Zod carries its messages in fifty languages; a page needs those of one. Nothing in them is asked for by name.
const LOCALES = /[\\/]zod[\\/]v4[\\/](core|classic|mini)[\\/]/;
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  const ask = resolve ?? context.resolveRequest;
  if (name.endsWith('/locales/index.js') && LOCALES.test(context.originModulePath))
    return ask(context, name.replace('index.js', 'en.js'), platform);
  const found = ask(context, name, platform);
  const instead = found.type === 'sourceFile' && INSTEAD.find(([file]) => found.filePath.endsWith(file));
  return instead ? { ...found, filePath: instead[1] } : found;
};

// A module runs when it is first used, not when it is first named.
config.transformer.getTransformOptions = async () => ({ transform: { inlineRequires: true } });

module.exports = withNativeWind(config, { input: './global.css' });
