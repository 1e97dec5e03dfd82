/** ESLint rule: whatever a file of the core exports as a function says in a docstring what it gives. */
export const documented = {
  meta: {
    type: 'suggestion',
    schema: [],
    messages: {
      missing: '{{name}} is exported and has no docstring: say what it gives, in which units, and its source.',
    },
  },
  create(context) {
    const { sourceCode } = context
    const hasDocstring = (node) => {
      const comment = sourceCode.getCommentsBefore(node).at(-1)
      return comment?.type === 'Block' && comment.value.startsWith('*')
    }
    const isFunction = (node) => node?.type === 'ArrowFunctionExpression' || node?.type === 'FunctionExpression'
    return {
      ExportNamedDeclaration(node) {
        const { declaration } = node
        const names =
          declaration?.type === 'FunctionDeclaration'
            ? [declaration.id.name]
            : declaration?.type === 'VariableDeclaration'
              ? declaration.declarations.filter((d) => isFunction(d.init)).map((d) => d.id.name)
              : []
        // An overload's own text stands above the first signature.
        const previous = sourceCode.ast.body[sourceCode.ast.body.indexOf(node) - 1]
        if (previous?.declaration?.type === 'TSDeclareFunction') return
        for (const name of names)
          if (!hasDocstring(node)) context.report({ node, messageId: 'missing', data: { name } })
      },
    }
  },
}
