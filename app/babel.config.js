const compileMessages = require('./babel/compile-messages.cjs');

module.exports = function (api) {
  // Under test everything is one program: what a page fetches as a chunk is required.
  const tested = api.env('test');
  return {
    presets: [['babel-preset-expo', { jsxImportSource: 'nativewind' }], 'nativewind/babel'],
    plugins: [compileMessages, ...(tested ? ['@babel/plugin-transform-dynamic-import'] : [])],
  };
};
