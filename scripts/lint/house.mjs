// Two rules of this house, for the linter.

/** What stands between a number and its unit, and the units. */
const SPACE = '[ \u202f]|\\\\u202f',
  UNITS = 'mm²?|cm²?|m²|µm|kΩ|MΩ|Ω|%|°C|g|kg|mL|nF|pF|Hz|dB|cents|h|min'
const UNIT_AFTER_NUMBER = new RegExp(`^(${SPACE})(${UNITS})(?![\\w²])`),
  LENGTH = new RegExp(`\\d(${SPACE})(mm|cm)\\b`)

/** Properties that say what was typed or accepted, word for word. */
const WORD_FOR_WORD = ['source', 'accepted']

/** A number with a unit is a value in a sentence (core/say), so that it is shown in the reader's unit. */
const valuesInSentences = {
  meta: {
    type: 'problem',
    messages: {
      unit: 'A number with a unit is a value: say`… ${mm(x)} …` (core/say).',
      length: 'A length in a sentence is a value: say`… ${mm(12, 0)} …` (core/say).',
    },
  },
  create: context => ({
    TemplateLiteral(node) {
      node.quasis.forEach((part, i) => {
        if (i > 0 && UNIT_AFTER_NUMBER.test(part.value.raw)) context.report({ node: part, messageId: 'unit' })
        if (LENGTH.test(part.value.raw)) context.report({ node: part, messageId: 'length' })
      })
    },
    Literal(node) {
      if (typeof node.value !== 'string' || !LENGTH.test(node.value)) return
      if (node.parent.type === 'Property' && WORD_FOR_WORD.includes(node.parent.key.name)) return
      context.report({ node, messageId: 'length' })
    },
  }),
}

/** How well a tool reads has one home; 0 is what is known without reading. */
const doubtOfTools = {
  meta: {
    type: 'problem',
    messages: { tools: 'How well a tool reads is said in core/tools alone: use readWith.' },
  },
  create: context => ({
    Property(node) {
      if (node.key.name === 'doubt' && node.value.type === 'Literal' && node.value.raw !== '0')
        context.report({ node: node.value, messageId: 'tools' })
    },
  }),
}

export default {
  meta: { name: 'house' },
  rules: { 'values-in-sentences': valuesInSentences, 'doubt-of-tools': doubtOfTools },
}
