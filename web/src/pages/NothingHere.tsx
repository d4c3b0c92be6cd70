import { Button } from '@mui/material';
import { Link } from 'react-router';
import { Header } from '../parts/Header.tsx';

export const NothingHere = ({ sentence = 'There is no page at this address.' }: { sentence?: string }) => (
  <div className="app">
    <Header crumb={<Link to="/">Cabinet</Link>} />
    <div className="empty" role="alert">
      <h2>Nothing here</h2>
      <span>{sentence}</span>
      <Button component={Link} to="/" variant="contained">
        To the cabinet
      </Button>
    </div>
  </div>
);
