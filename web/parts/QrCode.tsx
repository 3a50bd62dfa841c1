import { useQuery } from '@tanstack/react-query';

/** An address as a QR code. The package is fetched when the first one is drawn. */
export function QrCode({ text, label, size = 168 }: { text: string; label: string; size?: number }) {
  const { data } = useQuery({
    queryKey: ['qr', text],
    queryFn: async () => (await import('qrcode')).toDataURL(text, { margin: 2, width: size * 2 }),
  });
  return data ? (
    <img src={data} width={size} height={size} alt={label} />
  ) : (
    <span style={{ display: 'block', width: size, height: size }}>Drawing the code…</span>
  );
}
