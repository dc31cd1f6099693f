import { bench } from '../../test';
import { BookingForm, EMPTY_BOOKING } from './booking-form';

test('a length that a calendar said stands among the usual ones, picked', async () => {
  const open = async (minutes: number) => {
    const b = await bench(BookingForm, [], { inputs: { booking: { ...EMPTY_BOOKING, minutes }, label: 'Book it' } });
    const lengths = [...b.el.querySelectorAll('button.pick')].filter((x) =>
      /^\d+ min$|½ h|^[12] h$|a day/.test(x.textContent!.trim()),
    );
    return {
      all: lengths.map((x) => x.textContent!.trim()),
      picked: lengths.filter((x) => x.getAttribute('aria-pressed') === 'true').map((x) => x.textContent!.trim()),
      b,
    };
  };
  const { all, picked } = await open(45);
  expect(all).toEqual(['½ h', '45 min', '1 h', '1½ h', '2 h', 'half a day', 'a day']);
  expect(picked).toEqual(['45 min']);
});
