import i18next from 'i18next';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { languageOf, say } from '.';
import en from './en.json';

const sources = import.meta.glob<string>(
  [
    '../**/*.{ts,tsx}',
    '!../**/*.test.{ts,tsx}',
    '!../**/{testing,beforeTests,api-types,person}.*',
    '!../example/*',
  ],
  { query: '?raw', import: 'default', eager: true },
);

/** Attributes that no person reads. */
const CODE_ATTRIBUTES = new Set(
  (
    'align as askAgain autoComplete className colSpan controlId control d draftKind end fill href htmlFor id inputMode ' +
    'key kind lang method name patternUnits path pdf preserveAspectRatio role scope shapeRendering size stroke ' +
    'strokeLinecap style target to transform type value variant viewBox width height aria-busy aria-controls ' +
    'aria-current aria-describedby aria-haspopup aria-hidden aria-labelledby aria-live data-testid defaultValue'
  ).split(' '),
);
const CODE_NAMES = /[cC]lass|^(at|path|url|address|to|id|href|key|queryKey|mutationKey)$/;
const CODE_CALLS =
  /^(say|Error|fetch|send|upload|navigate|import|lazy|useKey|useKept|useDraft|useApproval|useRemembered|useKeep|useState)$|^(api|search|next|params|form|body|document|window|localStorage|sessionStorage)\.(?!confirm)|(Selector|closest|getData|getAttribute|setAttribute|startsWith|endsWith|includes|split|replace|replaceAll|normalize|toLocaleString|has|get|set|matches|localeCompare|padStart|indexOf|test|push)$/;

function written(node: ts.Node): string | undefined {
  if (ts.isJsxText(node)) return node.text;
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map((s) => s.literal.text).join('');
  return undefined;
}

/** What takes the value of a string, through choices, fallbacks and sentences it is put into. */
function taker(node: ts.Node): { by: ts.Node; value: ts.Node } {
  let value = node;
  for (;;) {
    const by = value.parent;
    const passes =
      ts.isParenthesizedExpression(by) ||
      ts.isAsExpression(by) ||
      ts.isTemplateSpan(by) ||
      ts.isTemplateExpression(by) ||
      (ts.isConditionalExpression(by) && by.condition !== value) ||
      (ts.isBinaryExpression(by) && ['??', '||', '&&', '+'].includes(by.operatorToken.getText()));
    if (!passes) return { by, value };
    value = by;
  }
}

function forCode(node: ts.Node): boolean {
  const { by, value } = taker(node);
  if (ts.isBinaryExpression(by) && /[=!]==|^in$/.test(by.operatorToken.getText())) return true;
  if (ts.isCallExpression(by) || ts.isNewExpression(by)) {
    const called = by.expression.getText().replace(/\s+/g, '').replace(/<.*>$/, '');
    if (by.arguments?.some((a) => a === value) && CODE_CALLS.test(called)) return true;
  }
  for (let n = node; !ts.isStatement(n); n = n.parent) {
    if (ts.isJsxElement(n.parent) && /^(code|kbd)$/.test(n.parent.openingElement.tagName.getText()))
      return true;
    if (ts.isJsxAttribute(n))
      return CODE_ATTRIBUTES.has(n.name.getText()) || CODE_NAMES.test(n.name.getText());
    if ((ts.isPropertyAssignment(n) || ts.isVariableDeclaration(n)) && CODE_NAMES.test(n.name.getText()))
      return true;
    if (ts.isCallExpression(n) && /^(api\.|useCallback$)/.test(n.expression.getText())) return true;
    if (ts.isFunctionLike(n) || (ts.isJsxExpression(n) && !ts.isJsxAttribute(n.parent))) return false;
  }
  return false;
}

/** The texts of a source that people read and that do not come from the catalogue. */
function strays(file: string, source: string): string[] {
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    const text = written(node);
    const parent = node.parent;
    if (text === undefined || !/[A-Za-z]/.test(text)) ts.forEachChild(node, visit);
    else if (
      !ts.isImportDeclaration(parent) &&
      !ts.isExportDeclaration(parent) &&
      !ts.isLiteralTypeNode(parent) &&
      !ts.isElementAccessExpression(parent) &&
      !(ts.isPropertyAssignment(parent) && parent.name === node) &&
      !forCode(node)
    ) {
      const { by } = taker(node);
      const shown = ts.isJsxText(node) || ts.isJsxExpression(by) || ts.isJsxAttribute(by);
      // paths, names of states, strokes of a drawing
      const code =
        /^[#/?&]|^\S*[/=]\S*$|^[A-Z][A-Z_0-9]+$/.test(text) ||
        (/\d/.test(text) && /^[A-Zmqlh\d .,-]+$/.test(text));
      if (!code && (shown || /[\p{L}.,:;”)]\s|\s[\p{L}“(]|^[A-Z][a-z]|…/u.test(text)))
        found.push(`${file}: ${text.trim().replace(/\s+/g, ' ')}`);
      if (ts.isTemplateExpression(node)) ts.forEachChild(node, visit);
    }
  };
  const parsed = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  ts.forEachChild(parsed, visit);
  return found;
}

describe('words', () => {
  it('come from the catalogue, every one that people read', () => {
    const found = Object.entries(sources)
      .filter(([file]) => !/\/(keys|api|useKey)\.ts$/.test(file))
      .flatMap(([file, source]) => strays(file, source));
    expect(found).toEqual([]);
  });

  it.each([
    ['<p>Nothing yet.</p>', 'Nothing yet.'],
    ['<p>{count} of {all}</p>', 'of'],
    ['<p>{open ? "open" : say("x")}</p>', 'open'],
    ['<Field label="Amount" />', 'Amount'],
    ['<Field hint={`As ${one} says`} />', 'As says'],
    ['const WORDS = { OPEN: "Not done" }', 'Not done'],
    ['window.confirm(`Remove ${name}?`)', 'Remove ?'],
  ])('would be missed in %s', (source, text) => {
    expect(strays('x.tsx', source)).toEqual([`x.tsx: ${text}`]);
  });

  it.each([
    '<p className="quiet beside">{say("x")}</p>',
    'navigate("/ledger/new")',
    'if (s === "Not done") go()',
  ])('are not asked of %s', (source) => {
    expect(strays('x.tsx', source)).toEqual([]);
  });

  it('are each said somewhere', () => {
    const said = new Set(
      Object.values(sources).flatMap((s) => [...s.matchAll(/'([a-z]+\.[A-Za-z0-9]+)'/g)].map((m) => m[1])),
    );
    expect(Object.keys(en).filter((key) => !said.has(key))).toEqual([]);
  });

  it('are those of the first language preferred that has a file', () => {
    expect(languageOf(['de-CH', 'fr'], ['en', 'fr', 'de'])).toBe('de');
    expect(languageOf(['pt-BR', 'fr'], ['en', 'fr', 'pt-BR'])).toBe('pt-BR');
    expect(languageOf(['sv'], ['en', 'fr'])).toBe('en');
  });

  it('can be said in another language, and are English where that has none', async () => {
    i18next.addResourceBundle('xx', 'words', { 'approval.theFirstOf': '{{undecided}}, davon {{waiting}}' });
    await i18next.changeLanguage('xx');
    expect(say('approval.theFirstOf', { waiting: 3, undecided: 12 })).toBe('12, davon 3');
    expect(say('approval.approveIt')).toBe('Approve it');
    await i18next.changeLanguage('en');
    expect(say('approval.theFirstOf', { waiting: 3 })).toBe('The first 3 of .');
  });
});
