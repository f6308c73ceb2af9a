const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);
config.watchFolders = [path.resolve(__dirname, '..')];

// Zod carries its messages in fifty languages; a page needs those of one. Nothing in them is asked for by name.
const LOCALES = /[\\/]zod[\\/]v4[\\/](core|classic|mini)[\\/]/;
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  const ask = resolve ?? context.resolveRequest;
  if (name.endsWith('/locales/index.js') && LOCALES.test(context.originModulePath))
    return ask(context, name.replace('index.js', 'en.js'), platform);
  return ask(context, name, platform);
};

module.exports = withNativeWind(config, { input: './global.css' });
