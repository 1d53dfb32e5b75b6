import Box from '@mui/material/Box';
import { Link } from 'react-router';

/** The name of an ingredient, leading to the one place where everything of it is. */
export function IngredientLink({ id, name }: { id: string; name: string }) {
  return (
    <Box component={Link} to={`/recipes/ingredient/${id}`} sx={{ color: 'text.primary', fontWeight: 700 }}>
      {name}
    </Box>
  );
}
