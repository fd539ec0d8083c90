import { act, fireEvent, screen, within } from '@testing-library/react';

/** Types into a field and leaves it, as a hand does. */
export async function commit(field: HTMLElement, value: string) {
  await act(async () => void fireEvent.change(field, { target: { value } }));
  await act(async () => void fireEvent.blur(field));
}

/** Takes one of what a list offers. */
export const choose = (list: HTMLElement, value: string) =>
  act(async () => void fireEvent.change(list, { target: { value } }));

/** Clicks what is given. */
export const click = (what: HTMLElement) => act(async () => void fireEvent.click(what));

/** Presses the button of this name as soon as it is there, in a part of the screen if one is given. */
export const press = async (name: string | RegExp, inside?: HTMLElement) =>
  click(await (inside ? within(inside) : screen).findByRole('button', { name }));

/** What a list of choices offers, by value. */
export const offered = (list: HTMLElement) =>
  within(list)
    .getAllByRole('option')
    .map((o) => (o as HTMLOptionElement).value);
