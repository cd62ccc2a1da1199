import { jarLabel } from './jarLabel';
import { wordsOf } from './testing/wordsOf';

const label = { what: 'Skim', code: 'S-311', lines: ['Larkfold, of Mon 3 Aug'], made: new Date(0) };

describe('a jar label', () => {
  it('says what is in it, and “not for drinking” with the reason only when so', async () => {
    const kept = wordsOf(
      await jarLabel({ ...label, notForDrinking: { reason: 'Colostrum: Tansy calved on 2026-06-01' } }),
    );
    expect(kept).toContain('Skim S-311');
    expect(kept).toContain('Larkfold, of Mon 3 Aug');
    expect(kept).toContain('NOT FOR DRINKING');
    expect(kept).toContain('Colostrum: Tansy');
    const usual = wordsOf(await jarLabel({ ...label, notForDrinking: undefined }));
    expect(usual).not.toContain('NOT FOR DRINKING');
    expect(usual).toContain('Contains milk');
  });

  it('leaves out letters its font has not, instead of failing', async () => {
    expect(wordsOf(await jarLabel({ ...label, code: '牛 7', notForDrinking: undefined }))).toContain(
      'Skim  7',
    );
  });
});
