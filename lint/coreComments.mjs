// What core offers says in its comment what its numbers are in and how it fails; a file that computes says where its formula is from. The
// comment is read for the words a reader would look for, not for tags.

/** A unit or a scale, as it is written in this code's comments. */
const unit =
  /(?<![’'\w])(mm|cm|m|s|ms|min|h|K|Pa|kPa|MPa|bar|N|Nm|N·m|N·mm|mL|L|m³|kg|W|J|Hz|°C?|rad|%|px|mm²|mm\/s|dB)(?![\w’'])|\b(millimet|met(re|er)|second|minute|hour|day|year|degree|radian|pascal|newton|lit(re|er)|kilogram|kelvin|celsius|ratio|shares?|fraction|part of|counts?|counted|numbers?|how (many|often|far|much)|0 to 1|from 0|of 1|percent|pixel|index|indices|places?|units?|points|bits?|odds|chance|position|seed)/i
const failure =
  /\b(errors?|fails?|failure|refus|undefined|cannot|not ok|unless|nothing|no such|invalid|where (it|there|no)|too (long|short|many))/i
const source =
  /\b(SAE|ISO|DIN|JASO|IEC|NIST|RFC|ASTM|IUPAC)\b|handbook|[Tt]extbook|public reference|common practice|no source|from memory|\(\d{4}\)|\b(19|20)\d\d\b|[Oo]ur own|source:/

function functionOf(node) {
  if (node?.type === 'FunctionDeclaration') return [{ name: node.id.name, fn: node }]
  if (node?.type !== 'VariableDeclaration') return []
  return node.declarations
    .filter(({ init }) => init?.type === 'ArrowFunctionExpression' || init?.type === 'FunctionExpression')
    .map(({ id, init }) => ({ name: id.name, fn: init }))
}

/** @type {import('eslint').Rule.RuleModule} */
export const coreComments = {
  meta: {
    type: 'suggestion',
    schema: [],
    messages: {
      units: 'The comment of {{name}} does not say what its numbers are in, or what they count.',
      failure: 'The comment of {{name}} does not say when there is no result.',
      source:
        'This file computes with numbers and does not say where its formula is from (a standard, a book, common practice, or our own).',
    },
  },
  create(context) {
    const { sourceCode } = context
    const textOf = node => (node ? sourceCode.getText(node) : '')
    const commentOf = node => {
      const last = sourceCode.getCommentsBefore(node).at(-1)
      return last?.type === 'Block' && last.value.startsWith('*') ? last.value : ''
    }
    let computes
    return {
      ExportNamedDeclaration(node) {
        for (const { name, fn } of functionOf(node.declaration)) {
          const comment = commentOf(node)
          const returns = textOf(fn.returnType)
          // An element of a list is no number.
          const signature = `${fn.params.map(textOf).join(' ')} ${returns}`.replaceAll('[number]', '')
          if (/\bnumber\b/.test(signature)) {
            computes ??= node
            if (!unit.test(comment)) context.report({ node, messageId: 'units', data: { name } })
          }
          if (/\bResult</.test(returns) && !failure.test(comment)) context.report({ node, messageId: 'failure', data: { name } })
        }
      },
      'Program:exit'() {
        const isSaid = sourceCode.getAllComments().some(({ value }) => source.test(value))
        if (computes && !isSaid) context.report({ node: computes, messageId: 'source' })
      },
    }
  },
}
