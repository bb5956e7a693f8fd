/* A rule of our own: on a screen no colour stands as a literal; colours come from the tokens of app.css. */
const LITERAL = /#[0-9A-Fa-f]{6}/;
const message = 'colours come from the tokens of app.css.';

const colours = {
  create: (context) => ({
    Literal(node) {
      if (LITERAL.test(String(node.value))) context.report({ node, message });
    },
    TemplateElement(node) {
      if (LITERAL.test(node.value.raw)) context.report({ node, message });
    },
  }),
};

export default { meta: { name: 'tokens' }, rules: { colours } };
