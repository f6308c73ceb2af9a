// ICU messages of the catalogue are compiled when the application is built: no phone fetches the parser of the format.
const { compileMessage } = require('@lingui/message-utils/compileMessage');

const IS_CATALOGUE = /[\\/]src[\\/]words[\\/][a-z-]+[\\/][a-z-]+\.ts$/;

module.exports = ({ types }) => ({
  name: 'compile-messages',
  visitor: {
    ObjectProperty(path, { filename }) {
      const { value } = path.node;
      if (!IS_CATALOGUE.test(filename ?? '') || !types.isStringLiteral(value) || !value.value.includes('{')) return;
      path.get('value').replaceWith(types.valueToNode(compileMessage(value.value)));
    },
  },
});
