/** A picture of a scene or a character, as the server keeps it. */
export function Poster({ of: id }: { of: string }) {
  return (
    <img
      className="poster"
      src={`/api/documents/${id}/poster`}
      alt=""
      loading="lazy"
      decoding="async"
      // Without a picture the card's own surface is seen.
      onError={({ currentTarget }) => currentTarget.classList.add('missing')}
    />
  );
}
