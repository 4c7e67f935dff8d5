import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { LanguageSelect } from './LanguageSelect';
import { allLanguages, languageLabel, languageName, languageOptions, languageTag } from './languages';

afterEach(cleanup);

describe('languages', () => {
  it('are those of the platform: ISO 639-1 has 183', () => {
    // ISO 639-1, from memory: 183 codes in use; platforms name a few withdrawn ones by their successors.
    expect(allLanguages().length).toBeGreaterThanOrEqual(180);
    expect(allLanguages().length).toBeLessThanOrEqual(190);
    expect(allLanguages()).toEqual(expect.arrayContaining(['de', 'fr', 'ga', 'zu']));
    expect(allLanguages().indexOf('af')).toBeLessThan(allLanguages().indexOf('zu'));
  });

  it('have names with their tags behind', () => {
    expect(languageLabel('de')).toBe('German (de)');
    expect(languageName('de-AT')).toBe('Austrian German');
    expect(languageOptions(['fr'])).toEqual([{ value: 'fr', label: 'French (fr)' }]);
    expect(languageLabel('German')).toBe('German');
  });

  it('are refused where they are none, and written as they should be', () => {
    expect(languageTag('German')).toBeNull();
    expect(languageTag('qqq')).toBeNull();
    expect(languageTag('')).toBeNull();
    expect(languageTag('DE')).toBe('de');
    expect(languageTag('de_at')).toBe('de-AT');
    expect(languageTag('zh-hant')).toBe('zh-Hant');
  });
});

describe('a choice of languages', () => {
  const typed = (text: string) => {
    const onChange = vi.fn();
    render(<LanguageSelect label="Languages" value={['en']} known={['en', 'fr']} onChange={onChange} />);
    const field = screen.getByLabelText('Languages');
    fireEvent.mouseDown(field);
    fireEvent.change(field, { target: { value: text } });
    fireEvent.keyDown(field, { key: 'Enter', keyCode: 13 });
    return onChange;
  };

  it('takes a name', () => expect(typed('german')).toHaveBeenCalledWith(['en', 'de']));
  it('takes a tag before any name that holds its letters', () => expect(typed('de')).toHaveBeenCalledWith(['en', 'de']));
  it('takes a tag with a region', () => expect(typed('pt-br')).toHaveBeenCalledWith(['en', 'pt-BR']));
  it('takes nothing that is no language, and says so', () => {
    expect(typed('Klingonish')).not.toHaveBeenCalled();
    expect(screen.getByText(/is no language that is known/)).toBeTruthy();
  });
});
