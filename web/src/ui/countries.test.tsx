import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { allCountries, countryName } from './countries';
import { CountrySelect } from './CountrySelect';

afterEach(cleanup);

describe('countries', () => {
  it('are those of ISO 3166-1', () => {
    // ISO 3166-1 has 249 officially assigned codes (from memory).
    expect(allCountries()).toHaveLength(249);
    expect(allCountries()).toEqual(expect.arrayContaining(['AT', 'DE', 'FR', 'IE']));
    for (const none of ['EU', 'DD', 'ZZ', 'UK']) expect(allCountries()).not.toContain(none);
  });

  it('have names', () => {
    expect(countryName('IE')).toBe('Ireland');
    expect(countryName('nowhere')).toBe('nowhere');
  });

  it('are chosen by name', async () => {
    const onChange = vi.fn();
    render(<CountrySelect value={null} placeholder="none" onChange={onChange} />);
    const field = screen.getByRole('combobox');
    fireEvent.mouseDown(field);
    fireEvent.change(field, { target: { value: 'austri' } });
    fireEvent.click(await screen.findByTitle('Austria (AT)'));
    expect(onChange).toHaveBeenCalledWith('AT');
  });

  it('stand first that begin with what is typed', async () => {
    render(<CountrySelect value={null} placeholder="none" onChange={() => undefined} />);
    const field = screen.getByRole('combobox');
    fireEvent.mouseDown(field);
    fireEvent.change(field, { target: { value: 'ger' } });
    await screen.findByTitle('Germany (DE)');
    const offered = [...document.querySelectorAll('.ant-select-item-option')].map((option) => option.getAttribute('title'));
    expect(offered.slice(0, 2)).toEqual(['Germany (DE)', 'Algeria (DZ)']);
  });
});
