package hitchlamp.server.account;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface AccountMapper {
  @Select(
      "SELECT id, name, password_hash, role FROM account WHERE name = #{name} AND NOT guest AND ended_at IS NULL")
  Optional<Account> find(String name);

  @Select(
      "SELECT id, name, password_hash, role FROM account WHERE id = #{id} AND NOT guest AND ended_at IS NULL")
  Optional<Account> get(long id);

  /** Those that can sign in. */
  @Select(
      "SELECT id, name, password_hash, role FROM account WHERE NOT guest AND ended_at IS NULL ORDER BY name LIMIT 500")
  List<Account> all();

  @Update("UPDATE account SET password_hash = #{passwordHash} WHERE id = #{id}")
  void password(long id, String passwordHash);

  /** Ends an account, unless it is the last manager's; tells how many rows changed. */
  @Update(
      "UPDATE account SET ended_at = CURRENT_TIMESTAMP(3) WHERE id = #{id} AND ended_at IS NULL AND NOT guest AND (role <> 'MANAGER' OR (SELECT COUNT(*) FROM (SELECT id FROM account WHERE role = 'MANAGER' AND NOT guest AND ended_at IS NULL) managers) > 1)")
  int end(long id);

  @Select("SELECT COUNT(*) FROM account WHERE NOT guest")
  int count();

  @Insert(
      "INSERT INTO account (name, password_hash, role) VALUES (#{name}, #{passwordHash}, #{role})")
  void add(String name, String passwordHash, Role role);

  /** Adds the first account where there is none; tells how many rows were made. */
  @Insert(
      "INSERT INTO account (name, password_hash, role) SELECT #{name}, #{passwordHash}, 'MANAGER' FROM DUAL WHERE NOT EXISTS (SELECT 1 FROM account)")
  int addFirst(String name, String passwordHash);
}
