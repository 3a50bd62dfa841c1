import { useQuery } from '@tanstack/react-query';

/** A picture that is asked for with the link's secret, which an address in the page would give away. */
export function Picture({ id, alt, headers }: { id: string; alt: string; headers: Record<string, string> }) {
  const { data } = useQuery({
    queryKey: ['shared-picture', id],
    queryFn: async () => {
      const response = await fetch(`/api/pictures/${id}`, { headers });
      if (!response.ok) throw new Error(`the picture was not given: ${response.status}`);
      return URL.createObjectURL(await response.blob());
    },
    retry: false,
  });
  return data ? <img className="weekpicture" src={data} alt={alt} /> : null;
}
