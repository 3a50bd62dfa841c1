import type { ReactNode } from 'react';
import { Mark } from '../../parts/Mark.tsx';
import './authentication.css';

/** A page before the door: the name of the house, one question. */
export function Outside({ title, lead, children }: { title: string; lead?: ReactNode; children: ReactNode }) {
  return (
    <div className="outside">
      <p className="brand">
        <Mark /> Jondrel
      </p>
      <main>
        <h1>{title}</h1>
        {lead && <p className="lead-words">{lead}</p>}
        {children}
      </main>
    </div>
  );
}
