import type { ButtonHTMLAttributes } from 'react';
import styles from './Button.module.css';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `main` for the one thing to do next, `quiet` for what stays in the background. */
  weight?: 'main' | 'plain' | 'quiet';
}

export function Button({ weight = 'plain', className, ...rest }: ButtonProps) {
  const classes = [styles['button'], weight === 'plain' ? '' : styles[weight], className];
  return <button type="button" className={classes.filter(Boolean).join(' ')} {...rest} />;
}

/** The look of a button for a link that leads to another page. */
export function buttonClass(weight: 'main' | 'plain' = 'plain'): string {
  return [styles['button'], weight === 'main' ? styles['main'] : ''].filter(Boolean).join(' ');
}
