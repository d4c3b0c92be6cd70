import { Button, Popper } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { useBench } from '../bench/store.ts';
import { useCures } from '../bench/cures.ts';
import { endLesson, nextStep, useLesson } from './lesson.ts';
import { STEPS, type LessonStep } from './steps.ts';

/** Goes on once what a step asks for was done. */
function useDone(step: LessonStep, stage: string): void {
  const bench = useBench((s) => s.bench);
  const gesturing = useBench((s) => s.gesturing);
  useCures((s) => s.done ?? s.said);
  const before = useRef<{ step: LessonStep; bench: typeof bench }>({ step, bench });
  useEffect(() => {
    if (before.current.step !== step) before.current = { step, bench };
    const { bench: was } = before.current;
    if (bench && was && !gesturing && step.done?.({ bench, stage, before: was })) nextStep();
  });
}

/** The control that a step points at, followed while the page around it changes. */
function useTarget(selector: string): { element: Element; box: DOMRect } | null {
  const [found, setFound] = useState<{ element: Element; box: DOMRect } | null>(null);
  useEffect(() => {
    let frame = 0;
    let shown: Element | null = null;
    const look = () => {
      const element = document.querySelector(selector);
      if (element && element !== shown) element.scrollIntoView({ block: 'nearest' });
      shown = element;
      const box = element?.getBoundingClientRect();
      setFound((was) => {
        if (!element || !box) return null;
        const { box: b } = was ?? {};
        const same =
          was?.element === element &&
          b?.x === box.x &&
          b.y === box.y &&
          b.width === box.width &&
          b.height === box.height;
        return same ? was : { element, box };
      });
      frame = requestAnimationFrame(look);
    };
    look();
    return () => cancelAnimationFrame(frame);
  }, [selector]);
  return found;
}

const MARGIN = 5;

function Step({ number, stage }: { number: number; stage: string }) {
  const step = STEPS[number];
  const last = number === STEPS.length - 1;
  useDone(step, stage);
  const target = useTarget(step.at);
  const card = (
    <div className="lesson-card" role="dialog" aria-label={`First lesson: ${step.title}`}>
      <span className="note">
        First lesson, {number + 1} of {STEPS.length}
      </span>
      <h3>{step.title}</h3>
      <span>{step.text}</span>
      <div className="buttons">
        <button className="link" onClick={endLesson}>
          end the lesson
        </button>
        <Button variant={step.done ? 'outlined' : 'contained'} size="small" onClick={nextStep}>
          {last ? 'Done' : step.done ? 'Skip this' : 'Go on'}
        </Button>
      </div>
    </div>
  );
  if (!target) return <div style={{ position: 'fixed', right: 320, bottom: 60, zIndex: 1200 }}>{card}</div>;
  const { x, y, width, height } = target.box;
  return (
    <>
      <div
        className="lesson-ring"
        style={{ left: x - MARGIN, top: y - MARGIN, width: width + 2 * MARGIN, height: height + 2 * MARGIN }}
      />
      <Popper
        open
        anchorEl={target.element as HTMLElement}
        placement="right-start"
        style={{ zIndex: 1200 }}
        modifiers={[{ name: 'offset', options: { offset: [0, 16] } }]}
      >
        {card}
      </Popper>
    </>
  );
}

/** The first lesson over the bench that it is taken on. */
export function Lesson({ id, stage }: { id: string; stage: string }) {
  const { step, brush } = useLesson();
  return step === null || brush !== id ? null : <Step number={step} stage={stage} />;
}
