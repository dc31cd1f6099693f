-- What is on the shelf: what was counted last, and what left it since. A part of no list may be gone again; its moves stay.
CREATE TABLE stock_move (
  entry_id uuid PRIMARY KEY REFERENCES entry (id),
  part_id  text NOT NULL,
  quantity integer NOT NULL,
  why      text NOT NULL,
  struck   boolean NOT NULL DEFAULT false
);
CREATE INDEX stock_move_part ON stock_move (part_id) WHERE NOT struck;

-- Orders at the suppliers that ship with the program: what they will do is drawn when they take an order.
CREATE TABLE simulated_order (
  number    text PRIMARY KEY,
  supplier  text NOT NULL,
  lines     jsonb NOT NULL,
  placed_at timestamptz NOT NULL DEFAULT now(),
  promised  timestamptz NOT NULL,
  -- What becomes of it: a later ferry, and why.
  moved_to  timestamptz,
  why       text NOT NULL DEFAULT ''
);
