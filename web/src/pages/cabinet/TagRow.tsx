import { Link, useSearchParams } from 'react-router';
import { useCabinet } from '../../api/queries.ts';

/** The tags that brushes have; a press shows those with it alone, another all again. */
export function TagRow({ chosen, shown }: { chosen: string; shown: boolean }) {
  const { data } = useCabinet();
  const [search] = useSearchParams();
  const tags = data?.tags ?? [];
  if (!shown || (tags.length === 0 && chosen === '')) return null;
  const to = (tag: string) => {
    const next = new URLSearchParams(search);
    if (tag === chosen) next.delete('tag');
    else next.set('tag', tag);
    return `/?${next.toString()}`;
  };
  const known =
    tags.some(({ name }) => name === chosen) || chosen === '' ? tags : [{ name: chosen, count: 0 }, ...tags];
  return (
    <nav className="tags" aria-label="Tags">
      {known.map(({ name, count }) => (
        <Link
          key={name}
          to={to(name)}
          className={`tagged ${name === chosen ? 'on' : ''}`}
          aria-current={name === chosen ? 'true' : undefined}
        >
          {name} <small>{count}</small>
        </Link>
      ))}
    </nav>
  );
}
