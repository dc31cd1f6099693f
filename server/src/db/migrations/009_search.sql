-- Search forgives a typing error: trigrams, which PostgreSQL ships with and lets a database's owner switch on.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
