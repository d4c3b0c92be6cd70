import { rowAt, shapesSvg, type Shapes } from '@amber-stamp/core/make';
import { fileName } from '@amber-stamp/core/formats';
import { Button, Menu, MenuItem } from '@mui/material';
import { useEffect, useState } from 'react';
import { saveFile } from '../../../parts/save.ts';
import { endLine } from './drawn-line.ts';
import { chooseRow, useChosenRows } from './chosen.ts';
import { FigureFields } from './FigureFields.tsx';
import { addFigure, canGroup, duplicateRow, groupRows, NEW_FIGURES, removeRows, ungroupRow } from './figures.ts';
import { RowList } from './RowList.tsx';

function AddFigure() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const act = (run: () => void) => () => {
    setAnchor(null);
    run();
  };
  return (
    <>
      <Button aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Add a figure
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} transitionDuration={0}>
        {NEW_FIGURES.map(({ label, make }) => (
          <MenuItem key={label} onClick={act(() => addFigure(make()))}>
            {label}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** What is done with the rows that are chosen. */
function RowActions({ shapes }: { shapes: Shapes }) {
  const paths = useChosenRows((s) => s.paths);
  const only = paths.length === 1 ? rowAt(shapes.rows, paths[0]) : undefined;
  if (paths.length === 0) return null;
  return (
    <div className="buttons">
      {only && (
        <button className="small" onClick={() => duplicateRow(paths[0])}>
          once more
        </button>
      )}
      {only?.what === 'group' ? (
        <button className="small" onClick={() => ungroupRow(paths[0])}>
          take apart
        </button>
      ) : (
        canGroup(paths) && (
          <button className="small" onClick={() => groupRows(paths)}>
            make one of {paths.length === 1 ? 'it' : `these ${paths.length}`}
          </button>
        )
      )}
      <button className="small" onClick={() => removeRows(paths)}>
        remove
      </button>
    </div>
  );
}

const save = (shapes: Shapes): void =>
  saveFile(`${fileName(shapes.name)}.shapes.json`, JSON.stringify(shapes, null, 2), 'application/json');
const saveSvg = (shapes: Shapes): void => saveFile(`${fileName(shapes.name)}.svg`, shapesSvg(shapes), 'image/svg+xml');

/** The drawing that the tip is made of: its rows, and the settings of the chosen one. */
export function ShapesControls({ shapes }: { shapes: Shapes }) {
  const paths = useChosenRows((s) => s.paths);
  const drawing = useChosenRows((s) => s.pressed !== null);
  const path = paths.at(-1);
  const row = path && rowAt(shapes.rows, path);
  // a drawing of one figure is about that figure
  const alone = shapes.rows.length === 1;
  useEffect(() => {
    if (alone && useChosenRows.getState().paths.length === 0) chooseRow([0]);
  }, [alone]);
  return (
    <>
      <div className="section">
        <div className="buttons">
          <AddFigure />
          <Button
            aria-pressed={drawing}
            onClick={() => (drawing ? endLine(shapes) : useChosenRows.setState({ pressed: [] }))}
          >
            {drawing ? 'Done drawing' : 'Draw a line'}
          </Button>
        </div>
        <span className="note">
          {drawing
            ? 'Press on the picture for each point, drag for a smooth run. On the first point again it closes. Enter ends it, Escape gives it up.'
            : 'Press a figure on the picture to take hold of it; Shift takes several.'}
        </span>
        <RowList shapes={shapes} />
        <RowActions shapes={shapes} />
      </div>
      {row && path && <FigureFields row={row} path={path} />}
      <div className="section">
        <h3>Files</h3>
        <div className="buttons">
          <Button onClick={() => save(shapes)}>Save the shapes</Button>
          <Button onClick={() => saveSvg(shapes)}>Save as SVG</Button>
        </div>
      </div>
    </>
  );
}
