import { useEffect, useState } from 'react';
import { createRoot } from 'react-dom/client';

/** What the plain list shows. */
export interface Shown {
  heading: string;
  rows: readonly string[];
}

/**
 * A plain React list with nothing of the app in it: what a change of such rows costs in this browser, at this moment.
 */
function PlainList() {
  const [{ heading, rows }, show] = useState<Shown>({ heading: '', rows: [] });
  useEffect(() => void Object.assign(window, { show }), []);
  return (
    <main>
      <h1>{heading}</h1>
      <ul>
        {rows.map((row) => (
          <li key={row}>
            <button>{row}</button>
          </li>
        ))}
      </ul>
    </main>
  );
}

const place = document.body.appendChild(document.createElement('div'));
createRoot(place).render(<PlainList />);
