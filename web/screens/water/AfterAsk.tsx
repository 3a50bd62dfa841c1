/** Asked where a change was logged hours before: what it thinned is no drift. One key away: it is a button in the row. */
export function AfterAsk({ onAfter }: { onAfter: () => void }) {
  return (
    <p className="question" aria-live="polite">
      <span>A water change was logged just before this test. Was it taken after it?</span>
      <button type="button" className="answer" onClick={onAfter}>
        taken after it
      </button>
    </p>
  );
}
