import { closeStep, record, redone, startHistory, undone } from './history';

describe('bench: undo', () => {
  it('takes typing into one field back in one step', () => {
    let history = startHistory('start');
    for (const text of ['1', '18', '18 3/8']) history = record(history, text, 'length');
    history = record(history, 'width', 'width');
    expect(undone(history).present).toBe('18 3/8');
    expect(undone(undone(history)).present).toBe('start');
  });

  it('starts a new step after the field was left', () => {
    const first = closeStep(record(startHistory('start'), 'first visit', 'length'));
    expect(undone(record(first, 'second visit', 'length')).present).toBe('first visit');
  });

  it('does again what was undone, until something else is done', () => {
    const history = undone(record(startHistory('a'), 'b', null));
    expect(redone(history).present).toBe('b');
    expect(redone(record(history, 'c', null)).present).toBe('c');
  });

  it('stays where it is when there is nothing to undo or redo', () => {
    const history = startHistory('a');
    expect([undone(history), redone(history)]).toEqual([history, history]);
  });
});
