import { useState } from 'react';
import type { Shown } from '../../contract/access/account.ts';
import { useSetting } from '../api/data.ts';
import { QrCode } from './QrCode.tsx';
import { todayIn, writeInstant } from './dates.ts';
import './token.css';

/** A link or a code at its one showing: to scan, to copy, to read out. */
export function TokenShown({ shown, what, onClose }: { shown: Shown; what: string; onClose: () => void }) {
  const { dateFormat, homeZone } = useSetting();
  const [copied, setCopied] = useState(false);
  const text = shown.link || shown.token;
  const until = shown.until === null ? null : Date.parse(shown.until);
  return (
    <div className="token" role="status">
      {shown.link && <QrCode text={shown.link} label={`QR code: ${what}`} />}
      <div style={{ display: 'grid', gap: 8, alignContent: 'start' }}>
        <b>{what}</b>
        <span className="soft">{shown.mailWord} It is shown this once.</span>
        {shown.link && <span className="code">{shown.link}</span>}
        <span>
          {shown.link ? 'Or typed by hand: ' : ''}
          <span className="code">{shown.token}</span>
        </span>
        {shown.feed && (
          <span>
            For a calendar: <span className="code">{shown.feed}</span>
          </span>
        )}
        {shown.link && shown.trustFirst && (
          <span className="soft">
            A device that has never been here opens <span className="code">{shown.trustFirst}</span> first and
            is told how to trust this computer.
          </span>
        )}
        {until !== null && (
          <span className="soft">
            Holds until {writeInstant(until, homeZone, dateFormat, todayIn(homeZone, until))}, once.
          </span>
        )}
        <div className="actions">
          {'clipboard' in navigator && (
            <button
              type="button"
              className="btn2"
              onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}
            >
              {copied ? 'Copied' : 'Copy it'}
            </button>
          )}
          <button type="button" className="btn2" onClick={onClose}>
            Put it away
          </button>
        </div>
      </div>
    </div>
  );
}
