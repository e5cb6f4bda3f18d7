const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

config.resolver.assetExts.push('woff2');

/** Paper looks for a whole icon font of its own; ours is given to it in AppProviders, so that one stays out. */
const PAPERS_OWN_ICONS =
  /^(@react-native-vector-icons\/material-design-icons|@expo\/vector-icons\/MaterialCommunityIcons|react-native-vector-icons\/MaterialCommunityIcons)$/;

/** Zod's messages in fifty languages: 250 kB that the first page would wait for. English is imported by itself. */
const ZODS_LANGUAGES = /^\.\.\/locales\/index\.(js|cjs)$/;

function isLeftOut(originPath, name) {
  if (PAPERS_OWN_ICONS.test(name)) return true;
  return ZODS_LANGUAGES.test(name) && /node_modules[\\/]zod[\\/]/.test(originPath);
}

config.resolver.resolveRequest = (context, name, platform) =>
  isLeftOut(context.originModulePath, name)
    ? { type: 'empty' }
    : context.resolveRequest(context, name, platform);

module.exports = config;
