import { Marked } from 'marked';

/** Where a section of the handbook stands on its page: “6.11” at #s6.11, a heading without a number by its words. */
const anchorOf = (heading: string): string => {
  const number = /^(\d+(?:\.\d+)?)\b/.exec(heading)?.[1];
  return number ? `s${number}` : heading.toLowerCase().replace(/[^a-z]+/g, '-');
};

/** The handbook as a page: our own text, with its sections to lead to. Links to other documents are left out of it. */
export function handbookHtml(markdown: string): string {
  const marked = new Marked({
    renderer: {
      heading({ tokens, depth, text }) {
        return `<h${depth} id="${anchorOf(text)}">${this.parser.parseInline(tokens)}</h${depth}>`;
      },
      link({ href, tokens }) {
        const words = this.parser.parseInline(tokens);
        return href.startsWith('#') ? `<a href="${href}">${words}</a>` : words;
      },
    },
  });
  // A number and its unit stay on one line.
  return marked.parse(markdown.replace(/(\d) (?=[%°])/g, '$1\u00a0'), { async: false });
}
