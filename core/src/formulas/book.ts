import type { Formula } from '../engine/formula.ts';

/**
 * Every formula with its inputs and source, as Markdown.
 * @example
 * methodBook([]).startsWith('# Method'); // true
 */
export function methodBook(formulas: readonly Formula[]): string {
  const parts = formulas.map((f) => {
    const inputs = Object.entries(f.inputs).map(
      ([name, q]) => `- \`${name}\`${q.unit ? ` (${q.unit})` : ''}: ${q.what}\n`,
    );
    return `## ${f.title}\n\n\`${f.id} = ${f.formula}\`${f.unit ? `, in ${f.unit}` : ''}\n\n${inputs.join('')}\nSource: ${f.source}\n`;
  });
  return `# Method\n\nEvery formula the program uses, printed by \`npx ombrik method\`. A test evaluates each text independently.\n\n${parts.join('\n')}`;
}
