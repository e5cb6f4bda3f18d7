const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

config.resolver.assetExts.push('woff2');

/** Paper looks for a whole icon font of its own; ours is given to it in AppProviders, so that one stays out. */
const PAPERS_OWN_ICONS = /^(@react-native-vector-icons\/material-design-icons|@expo\/vector-icons\/MaterialCommunityIcons|react-native-vector-icons\/MaterialCommunityIcons)$/;
config.resolver.resolveRequest = (context, name, platform) =>
  PAPERS_OWN_ICONS.test(name) ? { type: 'empty' } : context.resolveRequest(context, name, platform);

module.exports = config;
