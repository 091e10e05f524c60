import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { keyOf } from '@/contracts/language/translate';

/** A text of the application as the catalogue of another language has to have it. */
export interface FoundText {
  readonly key: string;
  readonly where: string;
}

function filesUnder(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory()) return filesUnder(file);
    return /\.tsx?$/.test(entry.name) && !/\.test\.tsx?$/.test(entry.name) ? [file] : [];
  });
}

const textOf = (node: ts.Node | undefined): string | null =>
  node && (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) ? node.text : null;

const partsOf = (template: ts.TemplateLiteral): string[] =>
  ts.isTemplateExpression(template)
    ? [template.head.text, ...template.templateSpans.map(({ literal }) => literal.text)]
    : [template.text];

const nameOf = ({ name }: ts.PropertyAssignment): string =>
  ts.isStringLiteral(name) || ts.isIdentifier(name) ? name.text : name.getText();

/** Every text among what was written down once; with names given, those under them. */
function* leaves(node: ts.Node, names: readonly string[], name = ''): Generator<string> {
  if (ts.isFunctionLike(node) || ts.isTaggedTemplateExpression(node) || ts.isCallExpression(node)) return;
  const text = textOf(node);
  if (text !== null) {
    if (names.length === 0 || names.includes(name)) yield text;
    return;
  }
  if (ts.isPropertyAssignment(node)) yield* leaves(node.initializer, names, nameOf(node));
  else if (ts.isConditionalExpression(node)) {
    yield* leaves(node.whenTrue, names, name);
    yield* leaves(node.whenFalse, names, name);
  } else if (ts.isArrayLiteralExpression(node))
    for (const [index, element] of node.elements.entries()) yield* leaves(element, names, String(index));
  else
    for (const child of node.getChildren())
      if (!ts.isTypeNode(child) || ts.isExpressionWithTypeArguments(child)) yield* leaves(child, names, name);
}

function* inCall(call: ts.CallExpression): Generator<string> {
  const callee = call.expression.getText();
  const literals = call.arguments.map((each) => textOf(each));
  const [first] = call.arguments;
  if (callee === 't' && literals[0]) yield literals[0];
  if ((callee === 'countText' || callee === 'tCount') && literals[1]) {
    yield `${literals[1]}_one`;
    yield `${literals[1]}_other`;
  }
  if ((callee === 'texts' || callee === 'untranslated') && first)
    yield* leaves(
      first,
      literals.slice(1).filter((each) => each !== null),
    );
}

function* inNode(node: ts.Node): Generator<string> {
  if (ts.isTaggedTemplateExpression(node) && /^(t|lazyText)$/.test(node.tag.getText()))
    yield keyOf(partsOf(node.template));
  if (ts.isTaggedTemplateExpression(node) && ts.isCallExpression(node.tag)) {
    const about = textOf(node.tag.arguments[0]);
    if (node.tag.expression.getText() === 'tAs' && about) yield `${keyOf(partsOf(node.template))}_${about}`;
  }
  if (ts.isCallExpression(node)) yield* inCall(node);
  for (const child of node.getChildren()) yield* inNode(child);
}

/** Every text that is said to readers, as it stands in the code under a folder. */
export function textsIn(folder: string): FoundText[] {
  return filesUnder(folder).flatMap((file) => {
    const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
    const keys = new Set<string>(inNode(source));
    return [...keys]
      .filter((key) => /\p{L}/u.test(key.replace(/\{\d+\}/g, '')))
      .map((key) => ({ key, where: file }));
  });
}
