package hitchlamp.server.account;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface AccountMapper {
  @Select("SELECT id, name, password_hash, role FROM account WHERE name = #{name} AND NOT guest")
  Optional<Account> find(String name);

  @Select(
      "SELECT id, name, password_hash, role FROM account WHERE NOT guest ORDER BY name LIMIT 500")
  List<Account> all();

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
