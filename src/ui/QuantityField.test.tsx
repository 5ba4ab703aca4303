import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { QuantityField } from './QuantityField.tsx';

function Field({ onChange }: { onChange: (value: number) => void }) {
  const [value, setValue] = useState(490);
  return (
    <QuantityField
      label="Distance"
      kind="length"
      value={value}
      refuse={(mm) => (mm > 5000 ? 'At most 5 m.' : null)}
      onChange={(next) => {
        setValue(next);
        onChange(next);
      }}
    />
  );
}

const opened = () => {
  const onChange = vi.fn();
  render(<Field onChange={onChange} />);
  return {
    onChange,
    user: userEvent.setup(),
    input: screen.getByLabelText<HTMLInputElement>('Distance'),
  };
};

describe('a number with a unit', () => {
  it('says what it understood, and takes it over on Enter', async () => {
    const { onChange, user, input } = opened();
    await user.clear(input);
    await user.type(input, '52,5 cm');
    screen.getByText(/525/);
    expect(onChange).not.toHaveBeenCalled();
    await user.keyboard('{Enter}');
    expect(onChange).toHaveBeenCalledExactlyOnceWith(525);
  });

  it('keeps what it cannot take, with the reason, and changes nothing', async () => {
    const { onChange, user, input } = opened();
    await user.clear(input);
    await user.type(input, '60 m{Enter}');
    screen.getByText('At most 5 m.');
    await user.clear(input);
    await user.type(input, 'far{Enter}');
    await user.tab();
    expect(input.value).toBe('far');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(onChange).not.toHaveBeenCalled();
  });

  it('takes over what was typed when it is left', async () => {
    const { onChange, user, input } = opened();
    await user.clear(input);
    await user.type(input, '700');
    await user.tab();
    expect(onChange).toHaveBeenCalledExactlyOnceWith(700);
  });
});
