/**
 * A list on screen is keyed by what is there only once: an id, a key made for it, its place, or an item of a constant list.
 * Two things of one name, keyed by it, end the whole page.
 */
const IDS = new Set(['id', 'key', 'number', 'kind']);
const isConstant = (node) =>
  node.type === 'Identifier'
    ? /^[A-Z][A-Z\d_]*$/.test(node.name)
    : node.type === 'TSAsExpression'
      ? isConstant(node.expression)
      : node.type === 'ArrayExpression' && node.elements.every((e) => e.type !== 'SpreadElement');

/** @type {import('eslint').Rule.RuleModule} */
export default {
  meta: {
    type: 'problem',
    schema: [],
    messages: { text: 'Key this list by an id, or by its place: what is shown may be there twice.' },
  },
  create(context) {
    const sources = context.sourceCode;
    return {
      SvelteEachBlock(node) {
        const { key, index, expression, context: item } = node;
        if (!key) return;
        const isPlace = key.type === 'Identifier' && index?.name === key.name;
        const isId =
          key.type === 'MemberExpression'
            ? IDS.has(key.property.name)
            : key.type === 'Identifier' && IDS.has(key.name) && item?.type === 'ObjectPattern';
        const isOfFixed =
          isConstant(expression) && sources.getText(item ?? key).includes(sources.getText(key));
        if (!isPlace && !isId && !isOfFixed) context.report({ node: key, messageId: 'text' });
      },
    };
  },
};
