import type { ButtonHTMLAttributes } from 'react';
import styles from './Button.module.css';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `main` for the one thing to do next, `quiet` for what stays in the background. */
  variant?: 'main' | 'plain' | 'quiet';
}

export function Button({ variant = 'plain', className, ...rest }: ButtonProps) {
  const classes = [styles['button'], variant === 'plain' ? '' : styles[variant], className];
  return <button type="button" className={classes.filter(Boolean).join(' ')} {...rest} />;
}

/** The look of a button for a link that leads to another page. */
export function buttonClass(weight: 'main' | 'plain' = 'plain'): string {
  return [styles['button'], weight === 'main' ? styles['main'] : ''].filter(Boolean).join(' ');
}
