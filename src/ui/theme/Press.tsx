import Link from 'next/link';
import type { ComponentProps } from 'react';
import styles from './Press.module.css';

type Look = 'main' | 'quiet' | 'word';
const drawn = (look: Look, className?: string): string =>
  [styles.press, styles[look], className].filter(Boolean).join(' ');

/** A button as every button here looks: the main one of a screen, a quiet one beside it, or a word. */
export function Press({ look = 'quiet', className, ...rest }: ComponentProps<'button'> & { look?: Look }) {
  return <button type="button" data-look={look} {...rest} className={drawn(look, className)} />;
}

/** A way to another page that looks like one. */
export function PressLink({
  look = 'quiet',
  className,
  ...rest
}: ComponentProps<typeof Link> & { look?: Look }) {
  return <Link data-look={look} {...rest} className={drawn(look, className)} />;
}
