import type { Bench } from '@amber-stamp/core/bench';
import { coatOf } from '../bench/coat.ts';
import { useCures } from '../bench/cures.ts';

/** What a step of the lesson looks at to see that it was done. */
export interface Seen {
  bench: Bench;
  stage: string;
  /** the bench as it was when the step began */
  before: Bench;
}

export interface LessonStep {
  title: string;
  /** what is seen, and what to do */
  text: string;
  /** the control that it points at */
  at: string;
  /** whether it was done, so that the lesson goes on by itself; missing: the button goes on */
  done?: (seen: Seen) => boolean;
}

const spacing = (bench: Bench): number => coatOf(bench).properties.spacing.rest;

/** From gravel to a stroke that does not repeat. */
export const STEPS: readonly LessonStep[] = [
  {
    title: 'What prints?',
    text: 'A photograph of gravel is on your bench, and each answer shows what it would print. By its dark it looks as it does in the picture; by its pale it is turned round. Press one or the other and watch the strokes at the right, then go on.',
    at: '[role="radiogroup"][aria-label="What prints?"]',
  },
  {
    title: 'What is it for?',
    text: 'The same picture as a tip, a grain, a band or a relief: each is a real stroke of it. A tip is stamped; stay with that.',
    at: '[role="radiogroup"][aria-label="What is it for?"]',
  },
  {
    title: 'On to the strokes',
    text: 'The strip on top is the whole way from picture to brush, each stage a live picture. Press Vary.',
    at: '.run a[href$="/vary"]',
    done: ({ stage }) => stage === 'vary',
  },
  {
    title: 'A first stroke',
    text: 'The settings were tried on your gravel, and three that are good stand here. Press another one: every stroke on the sheet follows.',
    at: '[role="radiogroup"][aria-label="First strokes"]',
    done: ({ bench, before }) => JSON.stringify(coatOf(bench)) !== JSON.stringify(coatOf(before)),
  },
  {
    title: 'Now make it worse',
    text: 'Pull the peg of Spacing far to the left: the same stones fall on one another. See the peg of the dial on top of the sheet wander: that is the echo, and the texture that is lost.',
    at: '.row[aria-label="Spacing"]',
    done: ({ bench, before }) => Math.abs(spacing(bench) - spacing(before)) > 3,
  },
  {
    title: 'The echo',
    text: 'To the right the stroke repeats more, upward more of the gravel is seen. You want the top left. Press Prove to see what gives it away.',
    at: '.run a[href$="/prove"]',
    done: ({ stage }) => stage === 'prove',
  },
  {
    title: 'Cure it',
    text: 'Press “Cure it for me”: cures are tried on this very brush and measured, and the best are taken. You can take it back.',
    at: '[aria-label="Cures"] .MuiButton-contained',
    done: () => useCures.getState().done !== null || useCures.getState().said !== null,
  },
  {
    title: 'That is all',
    text: 'What was changed stands here with echo and texture before and after, and the state before is pinned beside it. Everything is kept: the brush is in your cabinet, and every change is a version.',
    at: '[aria-label="Cures"]',
  },
];
