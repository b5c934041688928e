import { waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';

/** What a person does at the screen, key by key. */
export const person = userEvent.setup({ delay: null });

/** Fills a field with a text, or chooses it. */
export async function fill(field: HTMLElement, value: string) {
  if (field instanceof HTMLSelectElement) {
    await person.selectOptions(field, value);
    return;
  }
  if (field.getAttribute('role') === 'combobox') {
    await choose(field, value);
    return;
  }
  await person.clear(field);
  if (value !== '') {
    // braces and brackets stand for keys; twice, they stand for themselves
    await person.type(field, value.replace(/[{[]/g, '$&$&'));
  }
}

const options = (field: HTMLElement) =>
  [
    ...(document
      .getElementById(field.getAttribute('aria-controls') ?? '')
      ?.querySelectorAll('[role=option]') ?? []),
  ].map((o) => o.textContent.trim());

/** Types part of what is wanted and takes the first that fits. */
async function choose(field: HTMLElement, typed: string) {
  await person.clear(field);
  if (typed === '') {
    await person.tab();
    return;
  }
  await person.type(field, typed);
  await waitFor(() => {
    if (!options(field)[0]?.includes(typed)) {
      throw new Error(`“${typed}” is not offered: ${options(field).join(', ')}`);
    }
  });
  await person.keyboard('{Enter}');
}

/** What a field offers before anything is typed. */
export async function offered(field: HTMLElement): Promise<string[]> {
  await person.click(field);
  const found = options(field);
  await person.keyboard('{Escape}');
  return found;
}
