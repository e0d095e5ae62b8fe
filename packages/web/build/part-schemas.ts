import { babelParse } from 'vue/compiler-sfc';

type Statement = ReturnType<typeof babelParse>['program']['body'][number];

/** What a module of core is parted into: what can be known without schemas, and what needs them. */
const parts = ['facts', 'schemas'] as const;
export type Part = (typeof parts)[number];
/** As every module of ours calls it. */
const zod = 'z';
const isZod = (node: unknown): boolean =>
  typeof node === 'object' && node !== null && 'name' in node && node.name === zod;

/** Names of things that are schemas, by the house's way of naming them. */
const isSchemaName = (name: string) => /Schemas?$/.test(name);

/**
 * All names that a piece of syntax mentions; a few too many do no harm. Zod's own name is short, and a coordinate in many a
 * formula: it counts where something of it is used.
 */
function namesIn(node: unknown, found = new Set<string>()): Set<string> {
  if (Array.isArray(node)) node.forEach((inner) => namesIn(inner, found));
  else if (typeof node === 'object' && node !== null) {
    if ('type' in node && node.type === 'Identifier' && 'name' in node && node.name !== zod)
      found.add(String(node.name));
    if ('type' in node && node.type === 'MemberExpression' && 'object' in node && isZod(node.object))
      found.add(zod);
    for (const inner of Object.values(node)) namesIn(inner, found);
  }
  return found;
}

/** The names that a statement of a module's first level declares. */
function declaredBy(statement: Statement): string[] {
  const declared =
    statement.type === 'ExportNamedDeclaration' && statement.declaration ? statement.declaration : statement;
  if (declared.type === 'VariableDeclaration')
    return declared.declarations.flatMap(({ id }) => [...namesIn(id)]);
  if (declared.type === 'FunctionDeclaration' || declared.type === 'ClassDeclaration')
    return declared.id ? [declared.id.name] : [];
  return [];
}

interface Imported {
  readonly local: string;
  readonly clause: string;
  readonly source: string;
}

/** The text of a piece of syntax. */
const textOf = (
  { start, end }: { readonly start?: number | null; readonly end?: number | null },
  code: string,
) => code.slice(start ?? undefined, end ?? undefined);

/** The imports of a module, one by one, so that each part carries along only what it uses. */
function importsOf(statements: readonly Statement[], code: string): Imported[] {
  return statements.flatMap((statement) =>
    statement.type === 'ImportDeclaration'
      ? statement.specifiers.map((specifier) => {
          const text = textOf(specifier, code);
          return {
            local: specifier.local.name,
            clause: specifier.type === 'ImportSpecifier' ? `{ ${text} }` : text,
            source: statement.source.value,
          };
        })
      : [],
  );
}

export interface Parted {
  readonly facts: string;
  readonly schemas: string;
  /** Stands in the place of the module: the exports of both. */
  readonly whole: string;
}

/**
 * Parts a module so that a page that needs its facts does not fetch its schemas, nor Zod with them.
 * @param code a module in JavaScript, without default export
 * @param file its path, by which the parts ask for each other
 * @returns null where there is nothing to part
 */
export function partSchemas(code: string, file: string): Parted | null {
  const statements = babelParse(code, { sourceType: 'module' }).program.body;
  const imports = importsOf(statements, code);
  const isSchema = new Set(
    imports.filter(({ local, source }) => source === 'zod' || isSchemaName(local)).map(({ local }) => local),
  );
  if (isSchema.size === 0) return null;
  const own = statements
    .filter(({ type }) => type !== 'ImportDeclaration')
    .map((statement) => ({
      declares: declaredBy(statement),
      uses: namesIn(statement),
      text: textOf(statement, code),
      isExported: statement.type === 'ExportNamedDeclaration',
      isForwarding:
        statement.type === 'ExportAllDeclaration' ||
        (statement.type === 'ExportNamedDeclaration' && !statement.declaration),
    }));
  if (own.some(({ isForwarding }) => isForwarding)) return null;
  // Whatever mentions a schema goes with the schemas, and what mentions that, until nothing more does.
  const withSchemas = new Set<(typeof own)[number]>();
  for (let before = -1; before < withSchemas.size;) {
    before = withSchemas.size;
    for (const one of own)
      if (!withSchemas.has(one) && [...one.uses].some((name) => isSchema.has(name))) {
        withSchemas.add(one);
        one.declares.forEach((name) => isSchema.add(name));
      }
  }
  const [schemas, facts] = [
    own.filter((one) => withSchemas.has(one)),
    own.filter((o) => !withSchemas.has(o)),
  ];
  if (schemas.length === 0 || facts.length === 0) return null;

  const usedBy = (statements: typeof own) => new Set(statements.flatMap(({ uses }) => [...uses]));
  const carried = (used: ReadonlySet<string>) =>
    imports
      .filter(({ local }) => used.has(local))
      .map(({ clause, source }) => `import ${clause} from ${JSON.stringify(source)};`);
  const ask = (part: Part) => JSON.stringify(`${file}?${part}`);
  // A part may use what the module keeps to itself: every name of the facts is told to the schemas.
  const told = (one: (typeof own)[number]) =>
    one.isExported || one.declares.length === 0
      ? one.text
      : `${one.text}\nexport { ${one.declares.join(', ')} };`;
  const usedBySchemas = usedBy(schemas);
  const fromFacts = facts.flatMap(({ declares }) => declares).filter((name) => usedBySchemas.has(name));
  const exported = (statements: typeof own) =>
    statements.filter(({ isExported }) => isExported).flatMap(({ declares }) => declares);
  return {
    facts: [...carried(usedBy(facts)), ...facts.map(told)].join('\n'),
    schemas: [
      ...carried(usedBySchemas),
      ...(fromFacts.length > 0 ? [`import { ${fromFacts.join(', ')} } from ${ask('facts')};`] : []),
      ...schemas.map(({ text }) => text),
    ].join('\n'),
    whole: parts
      .map(
        (part) => `export { ${exported(part === 'facts' ? facts : schemas).join(', ')} } from ${ask(part)};`,
      )
      .join('\n'),
  };
}
