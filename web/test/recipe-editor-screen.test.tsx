// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { line, recipeOf } from '../../core/test/recipe-shelf.js';
import EditorPage from '../src/areas/recipes/editor/EditorPage.js';
import type { EditorDocument } from '../src/areas/recipes/new-document.js';
import { pick, press, type } from './dialog-hands.js';
import { draft, recipeServer, shown } from './recipe-hands.js';
import { refusal } from './sent.js';

let server: ReturnType<typeof recipeServer>;
beforeEach(() => {
  server = recipeServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const lineOf = (name: string) => screen.getByRole('group', { name });

describe('the editor', () => {
  it('reads a dose as it is said and shows it in every way, in grams for the batch', () => {
    shown(<EditorPage />, { 'recipe-draft/': draft({}) });
    type('Dose of Black pepper', '0.4 %');
    const row = lineOf('Black pepper').textContent;
    expect(row).toContain('4.00');
    expect(row).toContain('40.0');
    type('Dose of Black pepper', '1 oz per 25 lb');
    expect(lineOf('Black pepper').textContent).toContain('2.5');
  });

  it('asks what a spoon leaves open at the line, refuses cure in one, and keeps what was typed', () => {
    const document = recipeOf([line('Fine salt', 16), line('Cure 6.25', 2)], 'ring');
    shown(<EditorPage />, { 'recipe-draft/': draft(document as Partial<EditorDocument>) });
    type('Dose of Cure 6.25', '2 tsp');
    const cure = lineOf('Cure 6.25');
    expect(within(cure).getByRole('alert').textContent).toMatch(/^Stop\./);
    expect(within(cure).getByRole<HTMLInputElement>('textbox').value).toBe('2 tsp');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Publish/ }).disabled).toBe(true);
  });

  it('is undone and redone, by button and by key', () => {
    shown(<EditorPage />, { 'recipe-draft/': draft({}) });
    const dose = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Dose of Black pepper' }).value;
    const was = dose();
    type('Dose of Black pepper', '5 g/kg');
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect(dose()).toBe(was);
    fireEvent.click(screen.getByRole('button', { name: 'Redo' }));
    expect(dose()).toBe('5 g/kg');
    fireEvent.keyDown(window, { key: 'z', ctrlKey: true });
    expect(dose()).toBe(was);
    fireEvent.keyDown(window, { key: 'Z', ctrlKey: true, shiftKey: true });
    expect(dose()).toBe('5 g/kg');
  });

  it('keeps what was written once the hand rests, and says when somebody else was first', async () => {
    const theirs = draft({}, { name: 'Her link', person: 'Oda', version: 5 });
    shown(<EditorPage />, { 'recipe-draft/': draft({}) });
    const stale = refusal('Oda has changed it meanwhile.').body as object;
    server.next({ status: 409, body: { ...stale, status: 409, type: 'urn:zest:stale', current: theirs } });
    type('Recipe', 'My link');
    expect(await screen.findByText('Oda has changed it meanwhile.', {}, { timeout: 3000 })).toBeTruthy();
    expect(server.sent[0]).toMatchObject({ method: 'PUT', body: { name: 'My link', version: 4 } });
    server.next({ body: { ...theirs, name: 'My link', version: 6 } });
    await press('Keep mine instead');
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[1]!.body).toMatchObject({ name: 'My link', version: 5 });
  });

  it('takes a line out, adds one, puts another ingredient in its place by a factor', async () => {
    shown(<EditorPage />, { 'recipe-draft/': draft({}) });
    fireEvent.click(within(lineOf('Black pepper')).getByRole('button', { expanded: false, name: /Black/ }));
    await press('Another ingredient');
    const dialog = screen.getByRole('dialog', { name: 'Instead of Black pepper' });
    const find = within(dialog).getByRole('combobox');
    fireEvent.change(find, { target: { value: 'White pepper' } });
    fireEvent.click(screen.getByRole('option', { name: /^White pepper.*free/ }));
    fireEvent.change(within(dialog).getByLabelText(/^Grams of it/), { target: { value: '0.5' } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Put White pepper in' }));
    await waitFor(() => expect(lineOf('White pepper').textContent).toContain('1.50'));
    const add = screen.getByRole('combobox', { name: /^Add a line/ });
    fireEvent.change(add, { target: { value: 'Thyme' } });
    fireEvent.click(screen.getByRole('option', { name: /^Thyme.*free/ }));
    expect(lineOf('Thyme')).toBeTruthy();
  });

  it('has its steps moved, added and taken out, never before what brings the meat', async () => {
    shown(<EditorPage />, { 'recipe-draft/': draft({}) });
    fireEvent.click(screen.getByRole('tab', { name: /^How it is made/ }));
    const titles = () =>
      screen.getAllByRole('button', { name: /^Take the step/ }).map((b) => b.getAttribute('aria-label'));
    const before = titles();
    pick('Add a step', 'Smoke');
    expect(titles()).toHaveLength(before.length + 1);
    fireEvent.click(screen.getByRole('button', { name: 'Take the step Smoke out' }));
    expect(titles()).toEqual(before);
  });

  it('is published with a reason, and signed past where the book lets it', async () => {
    const document = { ...recipeOf([line('Fine salt', 24), line('Black pepper', 3)]) };
    shown(<EditorPage />, { 'recipe-draft/': draft(document as Partial<EditorDocument>) });
    await press(/^Publish version 1/);
    const dialog = screen.getByRole('dialog', { name: 'Publish Pepper Link' });
    const reasons = within(dialog).getAllByLabelText(/^Your reason/);
    for (const field of reasons) fireEvent.change(field, { target: { value: 'a salty old recipe' } });
    fireEvent.change(within(dialog).getByLabelText(/^What changed/), { target: { value: 'first' } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Publish version 1' }));
    await waitFor(() => expect(server.sent.some((s) => s.path.endsWith('/publish'))).toBe(true));
    const sent = server.sent.find((s) => s.path.endsWith('/publish'))!;
    expect(sent.body).toMatchObject({ reason: 'first', version: 4 });
    expect(Object.values(sent.body.signed as object)).toContain('a salty old recipe');
  });
});
