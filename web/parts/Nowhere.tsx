import { Link } from 'react-router';

export function Nowhere() {
  return (
    <main className="page">
      <header className="head">
        <h1>Nothing is here</h1>
      </header>
      <p className="datum" style={{ paddingTop: 12 }}>
        This address leads nowhere.{' '}
        <Link className="btn2" to="/today">
          Go to Today
        </Link>
      </p>
    </main>
  );
}
