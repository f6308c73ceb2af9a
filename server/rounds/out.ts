import ical from 'ical-generator';
import { create } from 'xmlbuilder2';
import type { RoundView } from '@dendrix/core/contracts';

// A round in formats that other devices read.

const ROUND_WORDS = { foot: 'on foot', car: 'by car' } as const;

/** The moment of a stop by the clock of the place, held in the fields of UTC: it is written without a zone. */
function clockAt({ day, plan }: RoundView, minutes: number): Date {
  const at = new Date(`${day}T${plan.from}:00.000Z`);
  return new Date(at.getTime() + Math.round(minutes) * 60_000);
}

/**
 * A round as iCalendar (RFC 5545), an event a stop. Times are floating (3.3.5, form 1): eight o'clock is eight o'clock where the trees
 * stand, whatever zone the calendar is set to.
 */
export function roundCalendar(round: RoundView, stamp: Date): string {
  const calendar = ical({
    name: `Round of ${round.crew.name}, ${round.day}`,
    prodId: { company: 'Dendrix', product: 'round', language: 'EN' },
  });
  round.plan.stops.forEach((stop, i) => {
    calendar.createEvent({
      id: `${round.id}-${stop.treeId}@dendrix`,
      stamp,
      start: clockAt(round, stop.arrive),
      end: clockAt(round, stop.arrive + Math.max(1, stop.minutes)),
      floating: true,
      summary: `${i + 1}. ${stop.tag}, ${stop.place}`,
      description: [stop.why, stop.lacks.length > 0 ? `Not at hand: ${stop.lacks.join(', ')}.` : ''].filter(Boolean).join('\n'),
      location: { title: stop.place, geo: { lat: stop.latitude, lon: stop.longitude } },
    });
  });
  return calendar.toString();
}

/** A round as GPX 1.1 (schema of topografix, 2004): its trees as a route in order, and the way along the streets as a track. */
export function roundGpx(round: RoundView): string {
  const { plan } = round;
  const title = `Round of ${round.crew.name}, ${round.day}, ${ROUND_WORDS[plan.by]}`;
  const at = ({ latitude, longitude }: { latitude: number; longitude: number }) => ({
    lat: latitude.toFixed(7),
    lon: longitude.toFixed(7),
  });
  const root = create({ version: '1.0', encoding: 'UTF-8' }).ele('http://www.topografix.com/GPX/1/1', 'gpx', {
    version: '1.1',
    creator: 'Dendrix',
  });
  root.ele('metadata').ele('name').txt(title).up().ele('time').txt(round.madeAt);
  const route = root.ele('rte');
  route.ele('name').txt(title);
  const ends = { start: plan.start, ...(plan.end ? { end: plan.end } : {}) };
  const point = (place: { latitude: number; longitude: number }, name: string, words = '') => {
    const element = route.ele('rtept', at(place));
    element.ele('name').txt(name);
    if (words) element.ele('desc').txt(words);
  };
  point(ends.start, ends.start.words);
  plan.stops.forEach((stop, i) => point(stop, `${i + 1} ${stop.tag}`, `${stop.place}: ${stop.why}`));
  if (ends.end) point(ends.end, ends.end.words);
  if (plan.line.length > 1) {
    const track = root.ele('trk');
    track.ele('name').txt(title);
    const segment = track.ele('trkseg');
    for (const [longitude, latitude] of plan.line) segment.ele('trkpt', at({ latitude, longitude }));
  }
  return root.end({ prettyPrint: true });
}
