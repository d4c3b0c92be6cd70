import { appendFileSync } from 'node:fs';

/** How many gestures a journey took, and how many it may. */
export interface JourneyCount {
  journey: number;
  gestures: number;
  most: number;
  /** why it takes more, where it does */
  why: string;
}

/** Writes a count to the file of the counts, where one is asked for: the table of journeys is made of it. */
export function noteJourney(count: JourneyCount): void {
  const { JOURNEY_COUNTS } = process.env;
  if (JOURNEY_COUNTS) appendFileSync(JOURNEY_COUNTS, `${JSON.stringify(count)}\n`);
}
