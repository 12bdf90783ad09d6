import { configure } from '@testing-library/react';

// a picture of a whole year takes its time on a busy machine
configure({ asyncUtilTimeout: 10_000 });
