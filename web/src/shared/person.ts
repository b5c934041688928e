import userEvent from '@testing-library/user-event';

/** What a person does at the screen, key by key. */
export const person = userEvent.setup({ delay: null });

/** Fills a field with a text, or chooses it. */
export async function fill(field: HTMLElement, value: string) {
  if (field instanceof HTMLSelectElement) {
    await person.selectOptions(field, value);
    return;
  }
  await person.clear(field);
  if (value !== '') {
    // braces and brackets stand for keys; twice, they stand for themselves
    await person.type(field, value.replace(/[{[]/g, '$&$&'));
  }
}
