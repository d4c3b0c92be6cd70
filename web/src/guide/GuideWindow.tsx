import { Button, Dialog, InputBase } from '@mui/material';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import Markdown, { type Components } from 'react-markdown';
import remarkGfm from 'remark-gfm';
import { anchorOf, CHAPTERS, findInGuide, pictureAt, type Chapter } from './chapters.ts';
import { closeGuide, openGuide, type GuidePlace } from './open.ts';

/** The words of a heading. */
const wordsOf = (children: ReactNode): string => (Array.isArray(children) ? children.join('') : String(children ?? ''));

/** A link of a document: to another chapter it turns the page, to a place on the web it leaves; what is not here is plain words. */
function Turn({ href = '', children }: { href?: string; children?: ReactNode }) {
  const [file, section] = href.split('#');
  const name = file.replace(/\.md$/, '');
  if (CHAPTERS.some((chapter) => chapter.name === name))
    return (
      <button className="link" onClick={() => openGuide(name, section)}>
        {children}
      </button>
    );
  return <>{children}</>;
}

const PARTS: Components = {
  h2: ({ children }) => <h2 id={anchorOf(wordsOf(children))}>{children}</h2>,
  a: ({ href, children }) => <Turn href={href}>{children}</Turn>,
  img: ({ src, alt }) => <img src={pictureAt(String(src ?? ''))} alt={alt ?? ''} loading="lazy" />,
};

/** What is looked for, or the list of chapters with their sections. */
function Contents({ at, wanted }: { at: GuidePlace; wanted: string }) {
  const found = wanted.trim() ? findInGuide(wanted) : null;
  if (found)
    return (
      <ul aria-label="Found in the guide">
        {found.length === 0 && <li className="note">Nothing in the guide says that.</li>}
        {found.map((section) => (
          <li key={section.id}>
            <button className="plain" onClick={() => openGuide(section.chapter, anchorOf(section.heading))}>
              <b>{section.heading}</b>
              <span className="note">{section.excerpt}</span>
            </button>
          </li>
        ))}
      </ul>
    );
  return (
    <ul aria-label="Chapters">
      {CHAPTERS.map(({ name, title, sections }) => (
        <li key={name}>
          <button className="plain" aria-current={at.chapter === name} onClick={() => openGuide(name)}>
            <b>{title}</b>
          </button>
          {at.chapter === name &&
            sections.slice(1).map(({ id, heading }) => (
              <button key={id} className="plain sub" onClick={() => openGuide(name, anchorOf(heading))}>
                {heading}
              </button>
            ))}
        </li>
      ))}
    </ul>
  );
}

/** A chapter, turned to its section. */
function Page({ chapter, section }: { chapter: Chapter; section: string | undefined }) {
  const page = useRef<HTMLElement>(null);
  useEffect(() => {
    const place = section ? page.current?.querySelector(`#${CSS.escape(section)}`) : null;
    if (place) place.scrollIntoView();
    else page.current?.scrollTo(0, 0);
  }, [chapter, section]);
  return (
    <article ref={page} className="guide-page" tabIndex={0} aria-label={chapter.title}>
      <Markdown remarkPlugins={[remarkGfm]} components={PARTS}>
        {chapter.text}
      </Markdown>
    </article>
  );
}

/** The guide inside the application: its chapters, searched, over whatever is being worked on. */
export default function GuideWindow({ at }: { at: GuidePlace }) {
  const [wanted, setWanted] = useState('');
  const chapter = CHAPTERS.find(({ name }) => name === at.chapter) ?? CHAPTERS[0];
  return (
    <Dialog open onClose={closeGuide} maxWidth={false} aria-labelledby="guide-title">
      <div className="guide">
        <nav>
          <h2 id="guide-title" style={{ fontSize: 19, margin: 0 }}>
            The guide
          </h2>
          <InputBase
            className="guide-search"
            placeholder="look for anything"
            value={wanted}
            autoFocus
            onChange={(e) => setWanted(e.target.value)}
            inputProps={{ 'aria-label': 'Search the guide' }}
          />
          <Contents at={at} wanted={wanted} />
          <Button onClick={closeGuide}>Close</Button>
        </nav>
        <Page chapter={chapter} section={at.section} />
      </div>
    </Dialog>
  );
}
