import type { ReactNode } from 'react';
import { Children } from 'react';

/** A number with its unit. */
const measured = /([\d.,–−]+ (?:%|°[CF]|kg|g|lb|oz|mL|L|qt|pt|gal|h|min|s|cm|mm|in)(?![\p{L}\d]))/u;

/** The sentence a page opens on. A number and its unit stay on one line. */
export function Headline({ children }: { children: ReactNode }) {
  return (
    <h1>
      {Children.map(children, (part) =>
        typeof part === 'string'
          ? part.split(measured).map((words, i) =>
              i % 2 === 0 ? (
                words
              ) : (
                <span key={i} style={{ whiteSpace: 'nowrap' }}>
                  {words}
                </span>
              ),
            )
          : part,
      )}
    </h1>
  );
}
